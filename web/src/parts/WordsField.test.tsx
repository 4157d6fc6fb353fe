import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { expect, it, vi } from "vitest";
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

it("words are told once, when the typing has settled, and cleared as none", async () => {
  const onChange = vi.fn();
  render(<Page onChange={onChange} />);
  const field = screen.getByRole("searchbox", { name: "Titles that have" });
  await userEvent.type(field, "omet");
  expect(field).toHaveValue("comet");
  await waitFor(() => expect(onChange.mock.calls).toEqual([["comet"]]));
  await userEvent.clear(field);
  await waitFor(() => expect(onChange.mock.calls).toEqual([["comet"], [""]]));
});

it("what is changed from elsewhere is shown and not told again", async () => {
  const onChange = vi.fn();
  render(<Page onChange={onChange} />);
  await userEvent.click(screen.getByRole("button", { name: "Back" }));
  const field = screen.getByRole("searchbox");
  expect(field).toHaveValue("moon");
  await userEvent.type(field, "s");
  await waitFor(() => expect(onChange.mock.calls).toEqual([["moons"]]));
});
