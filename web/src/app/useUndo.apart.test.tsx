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
  client.setQueryData(["overview", 1], { undo: { entry: 7, label: "Dropped 3 keywords" } });
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>
      <Toasts>{children}</Toasts>
    </QueryClientProvider>
  );
  const hook = renderHook(() => useUndo(1), { wrapper });
  return { hook, client, isStale: () => client.getQueryState(["sheet", 1])?.isInvalidated };
}

beforeEach(() => {
  back.mockReset();
});

describe("taking back", () => {
  it("says what was taken back, and reads anew", async () => {
    back.mockResolvedValue({ label: "Dropped 3 keywords", left: 0 });
    const { hook, isStale } = setUp();
    await act(async () => hook.result.current());
    expect(await screen.findByText("Undone: Dropped 3 keywords")).toBeInTheDocument();
    await waitFor(() => expect(isStale()).toBe(true));
    expect(back).toHaveBeenCalledWith(1, 7);
  });
  it("waits for a change that is on its way, and means that one", async () => {
    back.mockResolvedValue({ label: "Kept 1 keyword", left: 0 });
    const { hook, client } = setUp();
    let arrive: () => void = () => undefined;
    const change = client.getMutationCache().build(client, {
      mutationFn: () => new Promise<void>((then) => (arrive = then)),
      onSuccess: () => {
        client.setQueryData(["overview", 1], { undo: { entry: 8, label: "Kept 1 keyword" } });
      },
    });
    const settled = change.execute(undefined);
    await act(async () => {
      hook.result.current();
    });
    expect(back).not.toHaveBeenCalled();
    await act(async () => {
      arrive();
      await settled;
    });
    await waitFor(() => expect(back).toHaveBeenCalledWith(1, 8));
  });
  it("says so where there is nothing", async () => {
    const { hook, client } = setUp();
    client.setQueryData(["overview", 1], { undo: null });
    await act(async () => hook.result.current());
    expect(await screen.findByText("There is nothing to undo.")).toBeInTheDocument();
    expect(back).not.toHaveBeenCalled();
  });
  it("happens once, however often the key is pressed meanwhile", async () => {
    let done: (told: { label: string; left: number }) => void = () => undefined;
    back.mockImplementation(() => new Promise((then) => (done = then)));
    const { hook, client } = setUp();
    await act(async () => {
      hook.result.current();
      hook.result.current();
    });
    await act(async () => done({ label: "x", left: 0 }));
    expect(back).toHaveBeenCalledOnce();
    client.setQueryData(["overview", 1], { undo: { entry: 6, label: "Kept 2 keywords" } });
    await act(async () => {
      hook.result.current();
    });
    await act(async () => done({ label: "x", left: 0 }));
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
