import { type Head, HeadHelp } from "../parts/HeadHelp";
import type { Order } from "./planMath";

export type PlanColumn = Head & { order?: Order };
const RISES: readonly Order[] = ["title", "month", "due"];

/** The head of a column of the plan; by those with an order it is sorted, and by month again when
 * they are pressed twice. */
export function PlanColumnHead({
  column,
  order,
  onOrder,
}: {
  column: PlanColumn;
  order: Order;
  onOrder: (order: Order) => void;
}) {
  const by = column.order;
  const sorted = by !== undefined && by === order;
  return (
    <span
      role="columnheader"
      aria-sort={sorted ? (RISES.includes(order) ? "ascending" : "descending") : undefined}
      className={`px-2 ${column.right ? "text-right" : ""}`}
    >
      {by ? (
        <button
          type="button"
          className={`hover:text-ink ${sorted ? "font-bold text-ink" : ""}`}
          onClick={() => onOrder(sorted ? "month" : by)}
        >
          <HeadHelp head={column} focusable={false} />
        </button>
      ) : (
        <HeadHelp head={column} />
      )}
    </span>
  );
}
