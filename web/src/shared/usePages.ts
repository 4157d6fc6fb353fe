/** The rows of a list of any length: only the pages in sight are asked for. */
import { keepPreviousData, useQueries } from "@tanstack/react-query";
import { useCallback, useRef, useState } from "react";

export const PAGE = 100;
export type Page<T> = { total: number; offset: number; rows: T[] };
export type Pages<T> = {
  total: number | undefined;
  rowAt: (index: number) => T | undefined;
  show: (first: number, last: number) => void;
  /** Whether what is shown is of before, and another answer on its way. */
  stale: boolean;
  error: Error | null;
};

/** `key` names the list (see queries.ts: the project's id stands second); `fetch` reads a page
 * from an offset; `everyMs` reads it again and again. */
export function usePages<T>(
  key: readonly unknown[],
  fetch: (offset: number, signal: AbortSignal) => Promise<Page<T>>,
  everyMs?: number,
): Pages<T> {
  const [range, setRange] = useState({ first: 0, last: 0 });
  const pages: number[] = [];
  for (let page = range.first; page <= range.last; page++) pages.push(page);
  const answers = useQueries({
    queries: pages.map((page) => ({
      queryKey: [...key, page],
      queryFn: ({ signal }: { signal: AbortSignal }) => fetch(page * PAGE, signal),
      placeholderData: keepPreviousData,
      refetchInterval: everyMs ?? (false as const),
    })),
  });
  // While a page far down is being read the length stays known, or the list would collapse and jump
  // back to its top.
  const known = useRef<number | undefined>(undefined);
  known.current = answers.find((answer) => answer.data)?.data?.total ?? known.current;
  const rowAt = (index: number): T | undefined => {
    const page = answers[Math.floor(index / PAGE) - range.first]?.data;
    // While another page is being read the one before it is kept: it has no row at this place.
    return page?.rows[index - page.offset];
  };
  const show = useCallback((first: number, last: number) => {
    const next = {
      first: Math.floor(Math.max(first, 0) / PAGE),
      last: Math.floor(Math.max(last, 0) / PAGE),
    };
    setRange((now) => (now.first === next.first && now.last === next.last ? now : next));
  }, []);
  return {
    total: known.current,
    rowAt,
    show,
    // The page before of this very list has no row at the places asked for: those are drawn in grey.
    stale: answers.some(
      ({ isPlaceholderData, data }, n) =>
        isPlaceholderData && data?.offset === (pages[n] ?? 0) * PAGE,
    ),
    error: answers.find((answer) => answer.error)?.error ?? null,
  };
}
