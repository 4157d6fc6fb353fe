import { exact, MONTHS } from "../parts/format";
import { tracks } from "./BoardRow";
import { MonthHours } from "./MonthHours";
import { type PlanColumn, PlanColumnHead } from "./PlanColumnHead";
import { monthsOf, type Order, type Plan } from "./planMath";

const COLUMNS: readonly PlanColumn[] = [
  { order: "title", name: "Piece" },
  { name: "Keywords", right: true },
  { order: "hours", name: "Hours", right: true },
  { order: "worth", name: "Worth a month", right: true },
];
/** What both rows of the head are high together, and how many they are. */
export const HEAD_HEIGHT = 86;
export const HEADS_COUNT = 2;

/** The head of the year board: what stands below, and the hours that each month holds. */
export function BoardHead({
  projectId,
  plan,
  order,
  onOrder,
}: {
  projectId: number;
  plan: Plan;
  order: Order;
  onOrder: (order: Order) => void;
}) {
  return (
    <div className="border-b border-hairline bg-sheet">
      <div
        role="row"
        aria-rowindex={1}
        className="grid h-8 items-center text-xs text-quiet"
        style={{ gridTemplateColumns: tracks(plan.months.length) }}
      >
        {COLUMNS.map((column) => (
          <PlanColumnHead key={column.name} column={column} order={order} onOrder={onOrder} />
        ))}
        {monthsOf(plan).map((month, i) => (
          <span key={month} role="columnheader" className="text-center" title={month.slice(0, 4)}>
            {MONTHS[Number(month.slice(5, 7)) - 1]}
            {(i === 0 || month.endsWith("-01-01")) && (
              <span className="text-2xs"> {month.slice(2, 4)}</span>
            )}
          </span>
        ))}
      </div>
      <div
        role="row"
        aria-rowindex={2}
        className="grid h-[54px] items-end pb-1 text-xs"
        style={{ gridTemplateColumns: tracks(plan.months.length) }}
      >
        <span role="gridcell" aria-colspan={4} className="col-span-4 px-2 pb-1 text-quiet">
          Hours planned, {exact(plan.hours_a_month)} a month available; click one to change it
        </span>
        {plan.months.map((month) => (
          <span key={month.month} role="gridcell">
            <MonthHours projectId={projectId} month={month} usual={plan.hours_a_month} />
          </span>
        ))}
      </div>
    </div>
  );
}
