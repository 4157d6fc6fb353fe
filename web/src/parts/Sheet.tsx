import { type DragEvent, type ReactNode, useState } from "react";
import { Checkbox } from "./Checkbox";
import { Grid } from "./Grid";
import { Help } from "./Help";
import type { GridState } from "./useGrid";

const ROW_HEIGHT = 34;
const HEAD_HEIGHT = 32;

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

type Props<T extends { id: number }, S extends string> = {
  label: string;
  columns: readonly SheetColumn<T, S>[];
  grid: GridState<T>;
  nameOf: (row: T) => string;
  dimmed?: (row: T) => boolean;
  sorted?: { by: S; descending: boolean } | undefined;
  onSort?: (by: S) => void;
  /** Something was dropped on a row. */
  onDropOn?: (row: T, event: DragEvent<HTMLElement>) => void;
};

/** A table of any length: a grid with columns, a box to choose each row by, and headings that
 * sort. */
export function Sheet<T extends { id: number }, S extends string>(props: Props<T, S>) {
  const { columns, grid } = props;
  const template = `34px ${columns.map((column) => column.width).join(" ")}`;
  return (
    <Grid
      label={props.label}
      grid={grid}
      height={ROW_HEIGHT}
      head={<SheetHead {...props} template={template} />}
      heads={1}
      headHeight={HEAD_HEIGHT}
      minWidth="max-content"
      activeId={`row-${grid.current}`}
      columns={columns.length + 1}
      many
      row={(index, place) => {
        const row = grid.rowAt(index);
        const style = { ...place, gridTemplateColumns: template };
        return row && <SheetRow {...props} row={row} index={index} style={style} />;
      }}
    />
  );
}

function SheetHead<T extends { id: number }, S extends string>({
  columns,
  sorted,
  onSort,
  template,
}: Props<T, S> & { template: string }) {
  return (
    <div
      role="row"
      aria-rowindex={1}
      className="grid items-center border-b border-hairline bg-sheet text-xs text-quiet"
      style={{ height: HEAD_HEIGHT, gridTemplateColumns: template }}
    >
      <span role="columnheader">
        <span className="sr-only">Chosen</span>
      </span>
      {columns.map((column) => {
        const by =
          sorted && column.sort === sorted.by
            ? sorted.descending
              ? "descending"
              : "ascending"
            : undefined;
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
                {column.heading}{" "}
                {by && <span aria-hidden="true">{by === "descending" ? "↓" : "↑"}</span>}
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

type RowProps<T extends { id: number }, S extends string> = Props<T, S> & {
  row: T;
  index: number;
  style: React.CSSProperties;
};

function SheetRow<T extends { id: number }, S extends string>({
  row,
  index,
  style,
  columns,
  grid,
  ...props
}: RowProps<T, S>) {
  const [over, setOver] = useState(false);
  const { onDropOn } = props;
  const isChosen = grid.chosen.ids.has(row.id);
  const isOpen = grid.openId === row.id;
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: Enter opens it from the grid
    <div
      role="row"
      id={`row-${index}`}
      aria-rowindex={index + 2}
      aria-selected={isChosen}
      onClick={() => {
        grid.setCurrent(index);
        grid.openAt(index);
      }}
      {...(onDropOn && {
        onDragOver: (event: DragEvent<HTMLElement>) => {
          event.preventDefault();
          setOver(true);
        },
        onDragLeave: () => setOver(false),
        onDrop: (event: DragEvent<HTMLElement>) => {
          event.preventDefault();
          setOver(false);
          onDropOn(row, event);
        },
      })}
      className={`absolute top-0 left-0 grid w-full cursor-default items-center
        border-b border-hairline
        ${isOpen ? "bg-persimmon-wash" : isChosen ? "bg-pine-wash" : "hover:bg-paper"}
        ${index === grid.current ? "shadow-[inset_3px_0_0_var(--color-persimmon)]" : ""}
        ${over ? "outline-2 -outline-offset-2 outline-persimmon" : ""}
        ${props.dimmed?.(row) ? "text-quiet" : ""}`}
      style={style}
    >
      <span role="gridcell" className="flex justify-center">
        <Checkbox
          label={`Choose ${props.nameOf(row)}`}
          checked={isChosen}
          tabIndex={-1}
          onChange={() => grid.chosen.toggle(row)}
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
