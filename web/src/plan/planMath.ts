/** What the year board works out from the plan: order, hours a month, sums. */
import type { Piece, Schemas } from "../api/client";

export type Plan = Schemas["PlanOut"];
export type Order = "month" | "worth" | "hours" | "title";

/** Hours of the pieces placed in each month of the plan. */
export function hoursByMonth(plan: Plan): number[] {
  const sums = new Map(plan.months.map((month) => [month, 0]));
  for (const piece of plan.pieces)
    if (piece.month && sums.has(piece.month)) sums.set(piece.month, (sums.get(piece.month) ?? 0) + piece.hours);
  return [...sums.values()];
}

/** Pieces of an outlet (0: of none, undefined: all) in an order; by month, what is left out comes last. */
export function ordered(pieces: readonly Piece[], order: Order, outlet: number | undefined): Piece[] {
  const wanted = pieces.filter((piece) => outlet === undefined || (piece.outlet_id ?? 0) === outlet);
  const worth = (piece: Piece) => piece.worth ?? -1;
  const by: Record<Order, (a: Piece, b: Piece) => number> = {
    month: (a, b) => (a.month ?? "9").localeCompare(b.month ?? "9") || worth(b) - worth(a),
    worth: (a, b) => worth(b) - worth(a),
    hours: (a, b) => b.hours - a.hours,
    title: (a, b) => a.title.localeCompare(b.title),
  };
  return wanted.sort((a, b) => by[order](a, b) || a.id - b.id);
}

/** What placed pieces bring a month once settled, and the hours they take. */
export function sums(pieces: readonly Piece[]): { placed: number; hours: number; worth: number } {
  const placed = pieces.filter((piece) => piece.month);
  return {
    placed: placed.length,
    hours: placed.reduce((sum, piece) => sum + piece.hours, 0),
    worth: placed.reduce((sum, piece) => sum + (piece.worth ?? 0), 0),
  };
}

/** Shares of the year in the order of the plan's months (which need not begin in January). */
export function inPlanOrder(monthShare: readonly number[], months: readonly string[]): number[] {
  if (monthShare.length !== 12) return [];
  return months.map((month) => monthShare[Number(month.slice(5, 7)) - 1] ?? 0);
}

/** The plan's month that lies `step` months away, kept inside the year; from nowhere, one steps onto an end. */
export function monthBeside(months: readonly string[], month: string | null, step: number): string | null {
  const at = month ? months.indexOf(month) : step > 0 ? -1 : months.length;
  return months[Math.max(0, Math.min(months.length - 1, at + step))] ?? null;
}
