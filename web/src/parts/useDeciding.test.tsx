import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { isOutOfPlay, useDeciding } from "./useDeciding";

function Sheet({ state, chosen, decide }: { state: string; chosen: number[]; decide: () => Promise<void> }) {
  const deciding = useDeciding({ ids: new Set(chosen), decide }, () => ({ id: 7, state }));
  return deciding.dialogs;
}

describe("deciding by keys", () => {
  const setUp = (state: string, chosen: number[] = []) => {
    const decide = vi.fn(async () => undefined);
    render(<Sheet state={state} chosen={chosen} decide={decide} />);
    return decide;
  };
  it("acts on the current row, and takes back what it had decided", async () => {
    const decide = setUp("kept");
    await userEvent.keyboard("y");
    expect(decide).toHaveBeenLastCalledWith([7], "open");
    await userEvent.keyboard("s");
    expect(decide).toHaveBeenLastCalledWith([7], "shortlisted");
  });
  it("acts on the chosen ones where there are any", async () => {
    const decide = setUp("kept", [1, 2]);
    await userEvent.keyboard("y");
    expect(decide).toHaveBeenLastCalledWith([1, 2], "kept");
  });
  it("asks why when dropping, and for a note when parking", async () => {
    const decide = setUp("open");
    await userEvent.keyboard("x");
    await userEvent.click(screen.getByRole("button", { name: /Off topic/ }));
    expect(decide).toHaveBeenLastCalledWith([7], "dropped", { reason: "Off topic" });
    await userEvent.keyboard("p");
    await userEvent.type(screen.getByLabelText("Note"), "later{Enter}");
    expect(decide).toHaveBeenLastCalledWith([7], "parked", { note: "later" });
  });
  it("takes a reason of one's own, and does not keep it for the next", async () => {
    const decide = setUp("open");
    await userEvent.keyboard("x");
    await userEvent.type(screen.getByLabelText("Another reason"), " sold out {Enter}");
    expect(decide).toHaveBeenLastCalledWith([7], "dropped", { reason: "sold out" });
    await userEvent.keyboard("x");
    expect(screen.getByLabelText("Another reason")).toHaveValue("");
  });
  it("takes a dropped row back at once", async () => {
    const decide = setUp("dropped");
    await userEvent.keyboard("x");
    expect(decide).toHaveBeenLastCalledWith([7], "open");
  });
  it("knows what is out of play", () =>
    expect(["open", "kept", "dropped", "left_out"].map((state) => isOutOfPlay({ id: 1, state }))).toEqual([
      false,
      false,
      true,
      true,
    ]));
});
