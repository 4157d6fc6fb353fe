import type { ReactNode } from "react";
import type { Pages } from "../shared/usePages";
import { Grid } from "./Grid";
import { useGrid } from "./useGrid";

/** A list of any length whose lines are opened, not chosen: a heading row, and a line each. `name`
 * begins the id of each line. */
export function LineGrid<T extends { id: number }>({
  label,
  name,
  tracks,
  heads,
  height,
  minWidth,
  pages,
  place,
  onOpen,
  line,
}: {
  label: string;
  name: string;
  tracks: string;
  heads: readonly { id: string; shown: ReactNode }[];
  height: number;
  minWidth: string;
  pages: Pages<T>;
  place: string;
  onOpen: (id: number | undefined) => void;
  line: (row: T) => ReactNode;
}) {
  const grid = useGrid<T>({ pages, place, openId: undefined, onOpen });
  const active = grid.under();
  return (
    <Grid
      label={label}
      grid={grid}
      height={height}
      head={
        <div
          role="row"
          aria-rowindex={1}
          className="grid h-8 items-center border-b border-hairline bg-sheet text-xs text-quiet"
          style={{ gridTemplateColumns: tracks }}
        >
          {heads.map((head) => (
            <span key={head.id} role="columnheader" className="px-2">
              {head.shown}
            </span>
          ))}
        </div>
      }
      heads={1}
      headHeight={32}
      minWidth={minWidth}
      activeId={active && `${name}-${active.id}`}
      row={(index, style) => {
        const row = grid.rowAt(index);
        return (
          row && (
            // biome-ignore lint/a11y/useKeyWithClickEvents: the grid's keys are the page's
            <div
              key={row.id}
              id={`${name}-${row.id}`}
              role="row"
              tabIndex={-1}
              aria-rowindex={index + 2}
              onClick={() => onOpen(row.id)}
              className={`absolute top-0 left-0 grid w-full cursor-default items-center border-b
                border-hairline hover:bg-paper
                ${index === grid.current ? "shadow-[inset_3px_0_0_var(--color-persimmon)]" : ""}`}
              style={{ ...style, gridTemplateColumns: tracks }}
            >
              {line(row)}
            </div>
          )
        );
      }}
    />
  );
}

/** A cell of a line; `title` says what does not fit. */
export function LineCell({ title, children }: { title?: string | undefined; children: ReactNode }) {
  return (
    <span role="gridcell" title={title} className="min-w-0 truncate px-2">
      {children}
    </span>
  );
}
