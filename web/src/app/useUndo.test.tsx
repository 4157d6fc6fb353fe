import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, screen, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { Problem } from "../api/client";
import { Toasts } from "../parts/toasts";
import { undo } from "./changes";
import { useUndo } from "./useUndo";

vi.mock("./changes", () => ({ undo: vi.fn() }));
const back = vi.mocked(undo);

function setUp() {
  const client = new QueryClient();
  client.setQueryData(["sheet", 1], "kept");
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>
      <Toasts>{children}</Toasts>
    </QueryClientProvider>
  );
  const hook = renderHook(() => useUndo(1), { wrapper });
  return { hook, isStale: () => client.getQueryState(["sheet", 1])?.isInvalidated };
}

beforeEach(() => {
  back.mockReset();
});

describe("taking back", () => {
  it("says what was taken back, and reads anew", async () => {
    back.mockResolvedValue({ label: "Dropped 3 keywords", left: 0 });
    const { hook, isStale } = setUp();
    await act(async () => hook.result.current());
    expect(await screen.findByText("Taken back: Dropped 3 keywords")).toBeInTheDocument();
    await waitFor(() => expect(isStale()).toBe(true));
  });
  it("happens once, however often the key is pressed meanwhile", async () => {
    let done: (told: { label: string; left: number }) => void = () => undefined;
    back.mockImplementation(() => new Promise((then) => (done = then)));
    const { hook } = setUp();
    await act(async () => {
      hook.result.current();
      hook.result.current();
      done({ label: "x", left: 0 });
    });
    expect(back).toHaveBeenCalledOnce();
    await act(async () => {
      hook.result.current();
      done({ label: "x", left: 0 });
    });
    expect(back).toHaveBeenCalledTimes(2);
  });
  it("says why it could not be", async () => {
    back.mockRejectedValue(new Problem("nothing_to_undo", "There is nothing to undo.", 409));
    const { hook, isStale } = setUp();
    await act(async () => hook.result.current());
    expect(await screen.findByText("There is nothing to undo.")).toBeInTheDocument();
    expect(isStale()).toBe(false);
  });
});
