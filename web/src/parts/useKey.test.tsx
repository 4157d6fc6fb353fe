import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { useKey } from "./useKey";

function Page({ act, dialog = false }: { act: (key: string) => void; dialog?: boolean }) {
  useKey("s", () => act("s"));
  useKey("space", () => act("space"));
  useKey("?", () => act("?"), { sign: true });
  useKey("mod+k", () => act("k"), { typing: true });
  return (
    <>
      <input aria-label="words" />
      <button type="button" onClick={() => act("pressed")}>
        Press
      </button>
      {dialog && <div role="dialog">over it all</div>}
    </>
  );
}

describe("keys of the page", () => {
  it("work on the page and not while typing", async () => {
    const act = vi.fn();
    render(<Page act={act} />);
    await userEvent.keyboard("s");
    expect(act.mock.calls).toEqual([["s"]]);
    await userEvent.type(screen.getByLabelText("words"), "s? ");
    expect(act).toHaveBeenCalledTimes(1);
    expect(screen.getByLabelText("words")).toHaveValue("s? ");
  });
  it("are silent under a dialog", async () => {
    const act = vi.fn();
    render(<Page act={act} dialog />);
    await userEvent.keyboard("s?");
    expect(act).not.toHaveBeenCalled();
  });
  it("leave Space to the button that has the focus", async () => {
    const act = vi.fn();
    render(<Page act={act} />);
    screen.getByRole("button").focus();
    await userEvent.keyboard(" ");
    expect(act.mock.calls).toEqual([["pressed"]]);
  });
  it("take a sign however it is made, and commands even while typing", async () => {
    const act = vi.fn();
    render(<Page act={act} />);
    await userEvent.keyboard("{Shift>}?{/Shift}");
    expect(act).toHaveBeenLastCalledWith("?");
    screen.getByLabelText("words").focus();
    await userEvent.keyboard("{Control>}k{/Control}");
    expect(act).toHaveBeenLastCalledWith("k");
  });
});
