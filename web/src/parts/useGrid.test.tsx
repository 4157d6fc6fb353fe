import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, render, renderHook, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ReactNode } from "react";
import { describe, expect, it, vi } from "vitest";
import { Toasts } from "./toasts";
import { useGrid } from "./useGrid";

const client = new QueryClient();
const Around = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={client}>
    <Toasts>{children}</Toasts>
  </QueryClientProvider>
);

type Row = { id: number };
const rows: Row[] = [{ id: 10 }, { id: 20 }, { id: 30 }];
const pages = {
  total: rows.length,
  rowAt: (index: number) => rows[index],
  show: () => undefined,
  stale: false,
  error: null,
};
type Given = {
  place?: string;
  openId?: number;
  all?: () => Promise<{ ids: number[]; total: number }>;
};

function setUp(given: Given = {}) {
  const onOpen = vi.fn();
  const hook = renderHook(
    (now: Given) =>
      useGrid<Row>({ pages, place: "1/web", openId: undefined, onOpen, ...given, ...now }),
    { wrapper: Around, initialProps: {} },
  );
  return { onOpen, hook, grid: () => hook.result.current };
}
const all = async () => ({ ids: [10, 20, 30], total: 3 });
const press = (keys: string) => act(() => userEvent.keyboard(keys));

describe("the current row", () => {
  it("moves by keys and stays inside the list", async () => {
    const { grid } = setUp();
    expect(grid().under()).toBeUndefined();
    await press("j");
    expect(grid().under()).toEqual({ id: 10 });
    await press("{ArrowDown}{ArrowDown}{ArrowDown}");
    expect(grid().current).toBe(2);
    await press("k");
    expect(grid().current).toBe(1);
    await press("{PageUp}");
    expect(grid().current).toBe(0);
    await press("{End}");
    expect(grid().current).toBe(2);
    await press("{Home}");
    expect(grid().current).toBe(0);
  });

  it("opens by Enter, and closes by it where it is open", async () => {
    const closed = setUp();
    await press("j{Enter}");
    expect(closed.onOpen).toHaveBeenLastCalledWith(10);
    closed.hook.rerender({ openId: 10 });
    await press("{Enter}");
    expect(closed.onOpen).toHaveBeenLastCalledWith(undefined);
  });
});

describe("the choice", () => {
  it("is made by Space and taken back by it", async () => {
    const { grid, onOpen } = setUp({ all });
    await press("j[Space]");
    expect([...grid().chosen.ids]).toEqual([10]);
    await press("[Space]");
    expect(grid().chosen.ids.size).toBe(0);
    expect(onOpen).not.toHaveBeenCalled();
  });

  it("takes all by a, and none by a again", async () => {
    const { grid } = setUp({ all });
    await press("a");
    expect([...grid().chosen.ids]).toEqual([10, 20, 30]);
    await press("a");
    expect(grid().chosen.ids.size).toBe(0);
  });

  it("is empty in another place", async () => {
    const { grid, hook } = setUp({ all });
    await press("a");
    hook.rerender({ place: "1/video" });
    expect(grid().chosen.ids.size).toBe(0);
  });

  it("can be cleared", async () => {
    const { grid } = setUp({ all });
    await press("a");
    act(() => grid().chosen.clear());
    expect(grid().chosen.ids.size).toBe(0);
  });

  it("is no matter where nothing can be chosen: Space opens, a does nothing", async () => {
    const { grid, onOpen } = setUp();
    await press("j[Space]");
    expect(onOpen).toHaveBeenLastCalledWith(10);
    await press("a");
    expect(grid().chosen.ids.size).toBe(0);
  });

  it("says where not all could be taken", async () => {
    const most = async () => ({ ids: [10], total: 6_000 });
    function Grid() {
      useGrid<Row>({ pages, place: "", openId: undefined, onOpen: vi.fn(), all: most });
      return null;
    }
    render(
      <Around>
        <Grid />
      </Around>,
    );
    await press("a");
    expect(
      await screen.findByText("1 of 6,000 chosen: as many as one action takes."),
    ).toBeInTheDocument();
  });
});
