import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { describe, expect, it, vi } from "vitest";
import type { Row } from "../api/client";
import { useFamilies } from "./useFamilies";

const row = (id: number, family_size = 1) => ({ id, family_size }) as Row;
const listed = [row(1), row(2, 3), row(3)];
const members = [row(2, 3), row(21), row(22)];
const show = vi.fn();
const pages = {
  total: 3,
  rowAt: (index: number) => listed[index],
  show,
  stale: false,
  error: null,
};

vi.mock("../gather/queries", () => ({
  familyQuery: (_: number, id: number) => ({
    queryKey: ["family", 1, id],
    queryFn: async () => ({ members, same_words: [] }),
  }),
}));

function setUp() {
  const client = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
  return renderHook((now: { q: string }) => useFamilies(1, pages, now), {
    wrapper,
    initialProps: { q: "" },
  });
}
const seen = (hook: ReturnType<typeof setUp>) =>
  Array.from(
    { length: hook.result.current.total ?? 0 },
    (_, i) => hook.result.current.rowAt(i)?.id,
  );

describe("families opened in place", () => {
  it("stand under their row and go again", async () => {
    const hook = setUp();
    act(() => hook.result.current.toggle(1));
    await waitFor(() => expect(seen(hook)).toEqual([1, 2, 21, 22, 3]));
    expect(hook.result.current.opened(row(2, 3))).toBe(true);
    expect(hook.result.current.within(row(21))).toBe(true);
    expect(hook.result.current.within(row(2, 3))).toBe(false);
    // From a member one closes the family that it stands in.
    act(() => hook.result.current.toggle(2));
    expect(seen(hook)).toEqual([1, 2, 3]);
  });

  it("open for a row wherever it stands", async () => {
    const hook = setUp();
    act(() => hook.result.current.toggleRow(row(2, 3)));
    await waitFor(() => expect(seen(hook)).toHaveLength(5));
  });

  it("do not open where there is none", () => {
    const hook = setUp();
    act(() => hook.result.current.toggle(0));
    expect(seen(hook)).toEqual([1, 2, 3]);
  });

  it("ask for the rows of the list itself, not for places under them", async () => {
    const hook = setUp();
    act(() => hook.result.current.toggle(1));
    await waitFor(() => expect(seen(hook)).toHaveLength(5));
    hook.result.current.show(0, 4);
    expect(show).toHaveBeenLastCalledWith(0, 2);
  });

  it("are closed in another list", async () => {
    const hook = setUp();
    act(() => hook.result.current.toggle(1));
    await waitFor(() => expect(seen(hook)).toHaveLength(5));
    hook.rerender({ q: "moon" });
    expect(seen(hook)).toEqual([1, 2, 3]);
  });
});
