import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { describe, expect, it, vi } from "vitest";
import { PAGE, usePages } from "./usePages";

const TOTAL = 1_000;

function show(name = "list") {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const gates: (() => void)[] = [];
  const fetch = vi.fn(
    (offset: number) =>
      new Promise<{ total: number; offset: number; rows: number[] }>((answer) => {
        gates.push(() =>
          answer({
            total: TOTAL,
            offset,
            rows: Array.from({ length: Math.min(PAGE, TOTAL - offset) }, (_, i) => offset + i),
          }),
        );
      }),
  );
  const hook = renderHook(() => usePages<number>([name, 1], fetch), {
    wrapper: ({ children }: { children: ReactNode }) => (
      <QueryClientProvider client={client}>{children}</QueryClientProvider>
    ),
  });
  const answerAll = () =>
    act(async () => {
      for (const gate of gates.splice(0)) gate();
    });
  return { ...hook, fetch, answerAll };
}

describe("a list of any length", () => {
  it("asks for the pages in sight only", async () => {
    const { result, fetch, answerAll } = show();
    expect(result.current.total).toBeUndefined();
    await answerAll();
    await waitFor(() => expect(result.current.total).toBe(TOTAL));
    expect(result.current.rowAt(99)).toBe(99);
    expect(result.current.rowAt(100)).toBeUndefined();
    act(() => result.current.show(95, 210));
    await answerAll();
    await waitFor(() => expect(result.current.rowAt(210)).toBe(210));
    expect(fetch.mock.calls.map(([offset]) => offset)).toEqual([0, 100, 200]);
  });

  it("keeps its length while a page far down is being read", async () => {
    const { result, answerAll } = show();
    await answerAll();
    await waitFor(() => expect(result.current.total).toBe(TOTAL));
    act(() => result.current.show(960, 999));
    expect(result.current.total).toBe(TOTAL);
    expect(result.current.rowAt(999)).toBeUndefined();
    await answerAll();
    await waitFor(() => expect(result.current.rowAt(999)).toBe(999));
  });
});
