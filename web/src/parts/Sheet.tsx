import { type DragEvent, memo, type ReactNode, type RefObject, useState } from "react";
import { useLatest } from "../shared/useLatest";
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
  const { columns, grid, nameOf, dimmed, onDropOn } = props;
  const template = `34px ${columns.map((column) => column.width).join(" ")}`;
  const acts = useLatest<RowActs<T>>({
    open: (index) => {
      grid.setCurrent(index);
      grid.openAt(index);
    },
    toggle: grid.chosen.toggle,
    dropOn: onDropOn,
  });
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
      row={(index, { transform }) => {
        const row = grid.rowAt(index);
        return (
          row && (
            <SheetRow
              row={row}
              index={index}
              transform={transform}
              template={template}
              columns={columns}
              name={nameOf(row)}
              isChosen={grid.chosen.ids.has(row.id)}
              isOpen={grid.openId === row.id}
              isCurrent={index === grid.current}
              isDimmed={dimmed?.(row) ?? false}
              takesDrops={!!onDropOn}
              acts={acts}
            />
          )
        );
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

type RowActs<T> = {
  open: (index: number) => void;
  toggle: (row: T) => void;
  dropOn: ((row: T, event: DragEvent<HTMLElement>) => void) | undefined;
};

type RowProps<T> = {
  row: T;
  index: number;
  transform: string | undefined;
  template: string;
  columns: readonly Pick<SheetColumn<T>, "id" | "right" | "cell">[];
  name: string;
  isChosen: boolean;
  isOpen: boolean;
  isCurrent: boolean;
  isDimmed: boolean;
  takesDrops: boolean;
  acts: RefObject<RowActs<T>>;
};

function Row<T>({ row, index, acts, ...given }: RowProps<T>) {
  const [over, setOver] = useState(false);
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: Enter opens it from the grid
    <div
      role="row"
      id={`row-${index}`}
      aria-rowindex={index + 2}
      aria-selected={given.isChosen}
      onClick={() => acts.current.open(index)}
      {...(given.takesDrops && {
        onDragOver: (event: DragEvent<HTMLElement>) => {
          event.preventDefault();
          setOver(true);
        },
        onDragLeave: () => setOver(false),
        onDrop: (event: DragEvent<HTMLElement>) => {
          event.preventDefault();
          setOver(false);
          acts.current.dropOn?.(row, event);
        },
      })}
      className={`absolute top-0 left-0 grid w-full cursor-default items-center
        border-b border-hairline
        ${given.isOpen ? "bg-persimmon-wash" : given.isChosen ? "bg-pine-wash" : "hover:bg-paper"}
        ${given.isCurrent ? "shadow-[inset_3px_0_0_var(--color-persimmon)]" : ""}
        ${over ? "outline-2 -outline-offset-2 outline-persimmon" : ""}
        ${given.isDimmed ? "text-quiet" : ""}`}
      style={{
        height: ROW_HEIGHT,
        transform: given.transform,
        gridTemplateColumns: given.template,
      }}
    >
      <span role="gridcell" className="flex justify-center">
        <Checkbox
          label={`Choose ${given.name}`}
          checked={given.isChosen}
          tabIndex={-1}
          onChange={() => acts.current.toggle(row)}
        />
      </span>
      {given.columns.map((column) => (
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

/** Drawn again only when something of its own has changed: a turn of the wheel would otherwise draw
 * forty rows of ten cells for the three that come into sight. */
const SheetRow = memo(Row) as typeof Row;
