/** The work on a piece in words. */
import type { Piece } from "../api/client";
import { plural } from "../parts/format";
import type { Plan } from "./planMath";

export const STATES: Record<Piece["state"], string> = {
  idea: "Idea",
  agreed: "Approved",
  writing: "Writing",
  ready: "Ready",
  live: "Published",
};

/** What pieces of its kind took, where enough are done. */
export function hoursWords(piece: Pick<Piece, "kind">, plan: Pick<Plan, "kinds">): string {
  const learned = plan.kinds.find((kind) => kind.id === piece.kind)?.learned;
  if (!learned) return "";
  const range = learned.low === learned.high ? "" : ` (${learned.low} to ${learned.high})`;
  return `${plural(learned.pieces, "piece")} like it took ${learned.hours} ${learned.hours === 1 ? "hour" : "hours"}${range}`;
}
