import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useRef } from "react";
import { changePiece } from "../api/changes";
import type { Piece } from "../api/client";
import { useChange } from "../api/queries";
import { exact, MONTHS } from "../parts/format";
import { useSay } from "../parts/toasts";
import { useKey } from "../parts/useKey";
import { useSheetKeys } from "../parts/useSheetKeys";
import { BoardRow, TRACKS } from "./BoardRow";
import { hoursByMonth, monthBeside, type Order, type Plan } from "./planMath";

const HEIGHT = 43;
const HEADS: readonly { order: Order | null; name: string; right?: boolean }[] = [
  { order: "title", name: "Piece" },
  { order: null, name: "Keywords", right: true },
  { order: "hours", name: "Hours", right: true },
  { order: "worth", name: "A month", right: true },
];

/** Twelve months from left to right: each piece's year in shades, its diamond in the month it is planned for, and above
 * them the hours that each month holds. */
export function YearBoard({
  projectId,
  plan,
  pieces,
  currency,
  order,
  onOrder,
  openId,
  onOpen,
}: {
  projectId: number;
  plan: Plan;
  pieces: readonly Piece[];
  currency: string;
  order: Order;
  onOrder: (order: Order) => void;
  openId: number | undefined;
  onOpen: (id: number) => void;
}) {
  const grid = useRef<HTMLDivElement>(null);
  const say = useSay();
  const move = useChange(
    projectId,
    ({ piece, month }: { piece: Piece; month: string | null }) => changePiece(projectId, piece.id, { month }),
    {
      failed: (problem) => say(problem.message, { bad: true }),
    },
  );
  const place = (piece: Piece, month: string | null) => {
    if (!move.isPending && month !== piece.month) move.mutate({ piece, month });
  };
  const { current, setCurrent } = useSheetKeys<Piece>({
    total: pieces.length,
    rowAt: (index) => pieces[index],
    onChoose: (piece) => onOpen(piece.id),
    onOpen: (index) => pieces[index] && onOpen(pieces[index].id),
    onToggleAll: () => undefined,
  });
  const under = () => pieces[current];
  const step = (by: number) => {
    const piece = under();
    if (piece) place(piece, monthBeside(plan.months, piece.month, by));
  };
  useKey("right", () => step(1));
  useKey("left", () => step(-1));
  useKey("backspace", () => {
    const piece = under();
    if (piece) place(piece, null);
  });
  const rows = useVirtualizer({
    count: pieces.length,
    getScrollElement: () => grid.current,
    estimateSize: () => HEIGHT,
    overscan: 8,
    scrollPaddingStart: 90,
  });
  useEffect(() => {
    if (current >= 0) rows.scrollToIndex(current, { align: "auto" });
  }, [current, rows.scrollToIndex]);
  const hours = hoursByMonth(plan);

  return (
    <div
      ref={grid}
      role="grid"
      aria-label="The year"
      aria-rowcount={pieces.length + 2}
      aria-activedescendant={current >= 0 ? `piece-${pieces[current]?.id}` : undefined}
      tabIndex={0}
      className="relative min-h-0 flex-1 overflow-auto border-t border-l border-hairline bg-sheet focus-visible:-outline-offset-2"
    >
      <div className="min-w-[820px]">
        <div role="rowgroup" className="sticky top-0 z-10 border-b border-hairline bg-sheet">
          <div
            role="row"
            aria-rowindex={1}
            className="grid h-8 items-center text-xs text-quiet"
            style={{ gridTemplateColumns: TRACKS }}
          >
            {HEADS.map((head) => (
              <span
                key={head.name}
                role="columnheader"
                aria-sort={head.order === order ? "descending" : undefined}
                className={`px-2 ${head.right ? "text-right" : ""}`}
              >
                {head.order ? (
                  <button
                    type="button"
                    className={`hover:text-ink ${head.order === order ? "font-bold text-ink" : ""}`}
                    onClick={() => onOrder(head.order === order ? "month" : (head.order as Order))}
                  >
                    {head.name}
                  </button>
                ) : (
                  head.name
                )}
              </span>
            ))}
            {plan.months.map((month, i) => (
              <span key={month} role="columnheader" className="text-center" title={month.slice(0, 4)}>
                {MONTHS[Number(month.slice(5, 7)) - 1]}
                {(i === 0 || month.endsWith("-01-01")) && <span className="text-2xs"> {month.slice(2, 4)}</span>}
              </span>
            ))}
          </div>
          <div
            role="row"
            aria-rowindex={2}
            className="grid h-[54px] items-end pb-1 text-xs"
            style={{ gridTemplateColumns: TRACKS }}
          >
            <span role="gridcell" aria-colspan={4} className="col-span-4 px-2 pb-1 text-quiet">
              Hours planned, {exact(plan.hours_a_month)} a month to spend
            </span>
            {hours.map((spent, i) => {
              const over = spent > plan.hours_a_month + 1e-9;
              const share = plan.hours_a_month ? Math.min(1, spent / plan.hours_a_month) : spent ? 1 : 0;
              return (
                <span
                  key={plan.months[i]}
                  role="gridcell"
                  className="flex flex-col items-center gap-[2px]"
                  title={over ? "More than there are: pinned pieces fill it" : undefined}
                >
                  <span className="relative h-[26px] w-[24px] bg-trough">
                    <span
                      className={`absolute inset-x-0 bottom-0 ${over ? "bg-persimmon" : "bg-pine"}`}
                      style={{ height: `${100 * share}%` }}
                    />
                  </span>
                  <span className={over ? "font-semibold text-persimmon-text" : "text-ink-2"}>{+spent.toFixed(1)}</span>
                </span>
              );
            })}
          </div>
        </div>
        <div role="rowgroup" className="relative" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map((item) => {
            const piece = pieces[item.index];
            return (
              piece && (
                <BoardRow
                  key={piece.id}
                  piece={piece}
                  index={item.index}
                  months={plan.months}
                  currency={currency}
                  open={piece.id === openId}
                  current={item.index === current}
                  style={{ height: HEIGHT, transform: `translateY(${item.start}px)` }}
                  onOpen={() => {
                    setCurrent(item.index);
                    onOpen(piece.id);
                  }}
                  onPlace={(month) => {
                    setCurrent(item.index);
                    place(piece, month);
                  }}
                />
              )
            );
          })}
        </div>
      </div>
    </div>
  );
}
