import { act, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { WordsField } from "./WordsField";

function Page({ onChange }: { onChange: (words: string) => void }) {
  const [words, setWords] = useState("c");
  const change = (now: string) => {
    onChange(now);
    setWords(now);
  };
  return (
    <>
      <WordsField label="Titles that have" placeholder="Title" value={words} onChange={change} />
      <button type="button" onClick={() => setWords("moon")}>
        Back
      </button>
    </>
  );
}

// Letters come as fast as one types, and no faster on a busy machine.
beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());
const type = (words: string) =>
  fireEvent.change(screen.getByRole("searchbox"), { target: { value: words } });
const wait = (ms: number) => act(() => vi.advanceTimersByTime(ms));

it("words are sent once, when the typing has settled; no words as empty", () => {
  const onChange = vi.fn();
  render(<Page onChange={onChange} />);
  for (const words of ["co", "com", "comet"]) {
    type(words);
    wait(100);
  }
  expect(screen.getByRole("searchbox", { name: "Titles that have" })).toHaveValue("comet");
  expect(onChange).not.toHaveBeenCalled();
  wait(100);
  expect(onChange.mock.calls).toEqual([["comet"]]);
  type("");
  wait(200);
  expect(onChange.mock.calls).toEqual([["comet"], [""]]);
});

it("what is changed from elsewhere is shown and not sent again", () => {
  const onChange = vi.fn();
  render(<Page onChange={onChange} />);
  fireEvent.click(screen.getByRole("button", { name: "Back" }));
  expect(screen.getByRole("searchbox")).toHaveValue("moon");
  type("moons");
  wait(200);
  expect(onChange.mock.calls).toEqual([["moons"]]);
});
