import { useVirtualizer } from "@tanstack/react-virtual";
import {
  type CSSProperties,
  Fragment,
  type ReactNode,
  type RefObject,
  useCallback,
  useDeferredValue,
  useEffect,
  useRef,
  useState,
} from "react";

import { SkeletonRow } from "./Skeleton";
import type { GridState } from "./useGrid";

type Props = {
  label: string;
  grid: Pick<GridState<{ id: number }>, "total" | "current" | "onRange" | "waiting" | "stale">;
  /** What a row is high. */
  height: number;
  /** Its header rows, how many there are of them, and what they are high together. */
  head: ReactNode;
  heads: number;
  headHeight: number;
  minWidth: string;
  /** The id of the current row's element: what a screen reader reads out. */
  activeId: string | undefined;
  columns?: number;
  many?: boolean;
  /** Nothing where its row has not come yet. */
  row: (index: number, style: CSSProperties) => ReactNode;
  /** What stands above some rows, a heading of those that follow; and what it is high. */
  above?: ((index: number, style: CSSProperties) => ReactNode) | undefined;
  aboveHeight?: number;
};

/** How many rows are drawn in grey until one knows how many there are. */
const WAITING = 24;

/** The shell of every grid: its header stays in sight, rows are drawn only where one looks, and the
 * current one is scrolled to. Its keys are the page's (see useGrid). */
export function Grid(props: Props) {
  const { height, above, aboveHeight = 0 } = props;
  const { current, onRange, waiting, stale } = props.grid;
  const total = waiting ? WAITING : props.grid.total;
  const lead = (index: number) => (above?.(index, {}) ? aboveHeight : 0);
  const grid = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: total,
    getScrollElement: () => grid.current,
    estimateSize: (index) => height + lead(index),
    overscan: 12,
    // What stands beside a scrolling heading is never covered by it.
    scrollPaddingStart: props.headHeight + 4,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: other headings have other places
  useEffect(() => rows.measure(), [above, rows.measure]);
  const items = rows.getVirtualItems();
  const first = items[0]?.index ?? 0;
  const last = items.at(-1)?.index ?? 0;
  useEffect(() => onRange(first, last), [first, last, onRange]);
  useEffect(() => {
    if (current >= 0 && current < total) rows.scrollToIndex(current, { align: "auto" });
  }, [current, total, rows.scrollToIndex]);
  // Forty rows of fifteen cells take a while: a page that is come to shows its shape first.
  const drawn = useDeferredValue(true, false);
  const rowOf = ({ index, start }: { index: number; start: number }) => {
    const style = { height, transform: `translateY(${start + lead(index)}px)` };
    return (drawn && props.row(index, style)) || <SkeletonRow index={index} style={style} />;
  };
  const { more, look, show } = useMoreColumns(grid);
  return (
    <div className="relative flex min-h-0 flex-1 flex-col">
      <div
        ref={grid}
        onScroll={look}
        role="grid"
        aria-label={props.label}
        aria-rowcount={waiting ? -1 : total + props.heads}
        aria-busy={waiting || stale || !drawn || undefined}
        aria-colcount={props.columns}
        aria-multiselectable={props.many}
        aria-activedescendant={current >= 0 && current < total ? props.activeId : undefined}
        tabIndex={0}
        className="relative min-h-0 flex-1 overflow-auto border-t border-l border-hairline bg-sheet
        focus-visible:-outline-offset-2"
      >
        <div style={{ minWidth: props.minWidth }}>
          <div role="rowgroup" className="sticky top-0 z-10">
            {props.head}
          </div>
          <div
            role="rowgroup"
            className={`relative ${stale ? "stale" : ""}`}
            style={{ height: rows.getTotalSize() }}
          >
            {items.map((item) => (
              <Fragment key={item.key}>
                {above?.(item.index, {
                  height: aboveHeight,
                  transform: `translateY(${item.start}px)`,
                })}
                {rowOf(item)}
              </Fragment>
            ))}
          </div>
        </div>
      </div>
      {more && (
        <button
          type="button"
          tabIndex={-1}
          onClick={show}
          className="h-[22px] shrink-0 border-t border-hairline bg-sheet px-3 text-right text-2xs
            font-semibold text-ink-2 hover:text-ink"
        >
          more columns →
        </button>
      )}
    </div>
  );
}

/** Whether columns lie beyond the right edge, and how to come to them. */
function useMoreColumns(grid: RefObject<HTMLDivElement | null>) {
  const [more, setMore] = useState(false);
  const look = useCallback(() => {
    const at = grid.current;
    if (at) setMore(at.scrollLeft + at.clientWidth < at.scrollWidth - 4);
  }, [grid]);
  useEffect(() => {
    look();
    const watch = new ResizeObserver(look);
    if (grid.current) watch.observe(grid.current);
    return () => watch.disconnect();
  }, [grid, look]);
  const show = () => grid.current?.scrollBy({ left: grid.current.clientWidth / 2 });
  return { more, look, show };
}
