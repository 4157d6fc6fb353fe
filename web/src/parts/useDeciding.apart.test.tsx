import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { setState } from "../shared/changes";
import { Toasts } from "./toasts";
import { isOutOfPlay, useDeciding } from "./useDeciding";

vi.mock("../shared/changes", () => ({ setState: vi.fn(async () => ({ changed: 1 })) }));
const decide = vi.mocked(setState);
const clear = vi.fn();

function Sheet({ state, chosen }: { state: string; chosen: number[] }) {
  const deciding = useDeciding(5, { ids: new Set(chosen), clear }, () => ({ id: 7, state }));
  return deciding.dialogs;
}

function setUp(state: string, chosen: number[] = []) {
  render(
    <QueryClientProvider client={new QueryClient()}>
      <Toasts>
        <Sheet state={state} chosen={chosen} />
      </Toasts>
    </QueryClientProvider>,
  );
}

beforeEach(() => {
  decide.mockClear();
  clear.mockClear();
});

describe("deciding by keys", () => {
  it("acts on the current row, and takes back what it had decided", async () => {
    setUp("kept");
    await userEvent.keyboard("y");
    expect(decide).toHaveBeenLastCalledWith(5, [7], "open", {});
    await userEvent.keyboard("s");
    expect(decide).toHaveBeenLastCalledWith(5, [7], "shortlisted", {});
  });
  it("acts on the chosen ones where there are any, and then none is chosen", async () => {
    setUp("kept", [1, 2]);
    await userEvent.keyboard("y");
    expect(decide).toHaveBeenLastCalledWith(5, [1, 2], "kept", {});
    await waitFor(() => expect(clear).toHaveBeenCalledOnce());
  });
  it("says what it did, and keeps the choice where it could not", async () => {
    decide.mockRejectedValueOnce(new Error("It was changed meanwhile."));
    setUp("open", [1]);
    await userEvent.keyboard("y");
    expect(await screen.findByText("It was changed meanwhile.")).toBeInTheDocument();
    expect(clear).not.toHaveBeenCalled();
  });
  it("asks why when dropping, and for a note when parking", async () => {
    setUp("open");
    await userEvent.keyboard("x");
    await userEvent.click(screen.getByRole("button", { name: /Off topic/ }));
    expect(decide).toHaveBeenLastCalledWith(5, [7], "dropped", { reason: "Off topic" });
    await userEvent.keyboard("p");
    await userEvent.type(screen.getByLabelText("Note"), "later{Enter}");
    expect(decide).toHaveBeenLastCalledWith(5, [7], "parked", { note: "later" });
  });
  it("takes a reason of one's own, and does not keep it for the next", async () => {
    setUp("open");
    await userEvent.keyboard("x");
    await userEvent.type(screen.getByLabelText("Another reason"), " sold out {Enter}");
    expect(decide).toHaveBeenLastCalledWith(5, [7], "dropped", { reason: "sold out" });
    await userEvent.keyboard("x");
    expect(screen.getByLabelText("Another reason")).toHaveValue("");
  });
  it("takes a dropped row back at once", async () => {
    setUp("dropped");
    await userEvent.keyboard("x");
    expect(decide).toHaveBeenLastCalledWith(5, [7], "open", {});
  });
  it("knows what is out of play", () =>
    expect(
      ["open", "kept", "dropped", "left_out"].map((state) => isOutOfPlay({ id: 1, state })),
    ).toEqual([false, false, true, true]));
});
