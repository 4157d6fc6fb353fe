/** What the year board works out for itself: the months' order, and the month beside. */
import type { Schemas } from "../api/client";

export type Plan = Schemas["PlanOut"];
export type Order = NonNullable<Schemas["PiecesQuery"]["order"]>;

/** The months of the plan, each by its first day. */
export const monthsOf = (plan: Plan): string[] => plan.months.map((month) => month.month);

/** What of a month's hours is taken, 0-1, and whether that is more than there are. */
export function fill(spent: number, hours: number): { share: number; over: boolean } {
  // A sum of hours may be a hair's breadth off.
  const over = spent > hours + 1e-9;
  return { share: hours ? Math.min(1, spent / hours) : spent ? 1 : 0, over };
}

/** Shares of the year in the order of the plan's months (which need not begin in January). */
export function inPlanOrder(monthShare: readonly number[], months: readonly string[]): number[] {
  if (monthShare.length !== 12) return [];
  return months.map((month) => monthShare[Number(month.slice(5, 7)) - 1] ?? 0);
}

/** The place of the month in which a piece of the month at `at` has settled; none beyond the plan. */
export function settledAt(at: number, daysAhead: number, months: number): number {
  return at < 0 ? -1 : Math.min(months - 1, at + Math.max(1, Math.round(daysAhead / 30.4)));
}

/** The plan's month that lies `step` months away, kept inside the year; from nowhere, one steps
 * onto an end. */
export function monthBeside(
  months: readonly string[],
  month: string | null,
  step: number,
): string | null {
  const at = month ? months.indexOf(month) : step > 0 ? -1 : months.length;
  return months[Math.max(0, Math.min(months.length - 1, at + step))] ?? null;
}
