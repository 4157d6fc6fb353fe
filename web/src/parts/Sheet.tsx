import { useVirtualizer } from "@tanstack/react-virtual";
import { type ReactNode, type RefObject, useEffect, useRef } from "react";
import { Help } from "./Help";

export const ROW_HEIGHT = 34;

/** A column: how wide (a grid track), what stands in it, and by what it sorts, if it does. */
export type SheetColumn<T, S extends string = string> = {
  id: string;
  heading: string;
  width: string;
  figure?: string;
  /** The help text of what is no figure of ours. */
  help?: string;
  sort?: S;
  right?: boolean;
  cell: (row: T) => ReactNode;
};

type Props<T, S extends string> = {
  label: string;
  columns: readonly SheetColumn<T, S>[];
  total: number;
  rowAt: (index: number) => T | undefined;
  idOf: (row: T) => number;
  nameOf: (row: T) => string;
  current: number;
  onCurrent: (index: number) => void;
  onOpen: (index: number) => void;
  openId?: number | undefined;
  chosen: ReadonlySet<number>;
  onChoose: (row: T) => void;
  dimmed?: (row: T) => boolean;
  onRange?: (first: number, last: number) => void;
  sorted?: { by: S; descending: boolean } | undefined;
  onSort?: (by: S) => void;
  gridRef?: RefObject<HTMLDivElement | null>;
};

/** A table of any length: rows are drawn only where one looks; its keys are the page's (see useSheetKeys). */
export function Sheet<T, S extends string>(props: Props<T, S>) {
  const { columns, total, rowAt, current, onRange } = props;
  const own = useRef<HTMLDivElement>(null);
  const grid = props.gridRef ?? own;
  const rows = useVirtualizer({
    count: total,
    getScrollElement: () => grid.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
    scrollPaddingStart: ROW_HEIGHT,
  });
  const items = rows.getVirtualItems();
  const first = items[0]?.index ?? 0;
  const last = items.at(-1)?.index ?? 0;
  useEffect(() => onRange?.(first, last), [first, last, onRange]);
  useEffect(() => {
    if (current >= 0 && current < total) rows.scrollToIndex(current, { align: "auto" });
  }, [current, total, rows.scrollToIndex]);
  const template = `34px ${columns.map((column) => column.width).join(" ")}`;

  return (
    <div
      ref={grid}
      role="grid"
      aria-label={props.label}
      aria-rowcount={total + 1}
      aria-colcount={columns.length + 1}
      aria-multiselectable="true"
      aria-activedescendant={current >= 0 && current < total ? `row-${current}` : undefined}
      tabIndex={0}
      className="relative min-h-0 flex-1 overflow-auto border-t border-l border-hairline bg-sheet focus-visible:-outline-offset-2"
    >
      <div className="min-w-max">
        <div role="rowgroup" className="sticky top-0 z-10">
          <SheetHead {...props} template={template} />
        </div>
        <div role="rowgroup" className="relative" style={{ height: rows.getTotalSize() }}>
          {items.map((item) => {
            const row = rowAt(item.index);
            const at = { height: ROW_HEIGHT, transform: `translateY(${item.start}px)`, gridTemplateColumns: template };
            return row === undefined ? (
              <Waiting key={item.key} index={item.index} style={at} columns={columns.length} />
            ) : (
              <SheetRow key={item.key} {...props} row={row} index={item.index} style={at} />
            );
          })}
        </div>
      </div>
    </div>
  );
}

function SheetHead<T, S extends string>({ columns, sorted, onSort, template }: Props<T, S> & { template: string }) {
  return (
    <div
      role="row"
      aria-rowindex={1}
      className="grid items-center border-b border-hairline bg-sheet text-xs text-quiet"
      style={{ height: 32, gridTemplateColumns: template }}
    >
      <span role="columnheader">
        <span className="sr-only">Chosen</span>
      </span>
      {columns.map((column) => {
        const by = sorted && column.sort === sorted.by ? (sorted.descending ? "descending" : "ascending") : undefined;
        const name = (
          <Help
            figure={column.figure ?? ""}
            text={column.help ?? ""}
            title={column.heading}
            focusable={!column.sort && !!(column.figure || column.help)}
            className="min-w-0 truncate"
          >
            {column.sort && onSort ? (
              <button
                type="button"
                className={`truncate hover:text-ink ${by ? "font-bold text-ink" : ""}`}
                onClick={() => onSort(column.sort as S)}
              >
                {column.heading} {by && <span aria-hidden="true">{by === "descending" ? "↓" : "↑"}</span>}
              </button>
            ) : (
              column.heading
            )}
          </Help>
        );
        return (
          <span
            key={column.id}
            role="columnheader"
            aria-sort={by}
            className={`flex min-w-0 px-2 ${column.right ? "justify-end" : ""}`}
          >
            {name}
          </span>
        );
      })}
    </div>
  );
}

type RowProps<T, S extends string> = Props<T, S> & { row: T; index: number; style: React.CSSProperties };

function SheetRow<T, S extends string>({ row, index, style, columns, current, chosen, ...props }: RowProps<T, S>) {
  const id = props.idOf(row);
  const isChosen = chosen.has(id);
  const isOpen = props.openId === id;
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: Enter opens it from the grid
    <div
      role="row"
      id={`row-${index}`}
      aria-rowindex={index + 2}
      aria-selected={isChosen}
      onClick={() => {
        props.onCurrent(index);
        props.onOpen(index);
      }}
      className={`absolute top-0 left-0 grid w-full cursor-default items-center border-b border-hairline ${
        isOpen ? "bg-persimmon-wash" : isChosen ? "bg-pine-wash" : "hover:bg-paper"
      } ${index === current ? "shadow-[inset_3px_0_0_var(--color-persimmon)]" : ""} ${props.dimmed?.(row) ? "text-quiet" : ""}`}
      style={style}
    >
      <span role="gridcell" className="flex justify-center">
        <input
          type="checkbox"
          aria-label={`Choose ${props.nameOf(row)}`}
          checked={isChosen}
          tabIndex={-1}
          onClick={(event) => event.stopPropagation()}
          onChange={() => props.onChoose(row)}
          className="size-[14px] accent-pine"
        />
      </span>
      {columns.map((column) => (
        <span
          key={column.id}
          role="gridcell"
          className={`flex min-w-0 items-center px-2 ${column.right ? "justify-end" : ""}`}
        >
          {column.cell(row)}
        </span>
      ))}
    </div>
  );
}

function Waiting({ index, style, columns }: { index: number; style: React.CSSProperties; columns: number }) {
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      aria-busy="true"
      className="absolute top-0 left-0 grid w-full border-b border-hairline"
      style={style}
    >
      <span role="gridcell" aria-colspan={columns + 1} className="col-span-full flex items-center pl-[42px]">
        <span className="h-[9px] w-[180px] bg-trough" />
      </span>
    </div>
  );
}
