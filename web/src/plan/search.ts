/** What the address of the plan holds. */
import { z } from "zod";

export const planSearch = z.object({
  outlet: z.number().int().nonnegative().optional().catch(undefined),
  order: z.enum(["month", "worth", "hours", "title", "due"]).default("month").catch("month"),
  group: z.enum(["theme", "outlet", "maker", "state"]).optional().catch(undefined),
  view: z.enum(["board", "list", "calendar"]).default("board").catch("board"),
  // Whether the panel on the year as a whole stands beside the board.
  whole: z.boolean().optional().catch(undefined),
  piece: z.number().int().positive().optional().catch(undefined),
});
export const PLAN_DEFAULTS = { order: "month" as const, view: "board" as const };

/** Whose briefs are read; none: those of the next pieces. */
export const briefSearch = z.object({
  pieces: z.array(z.number().int().positive()).max(50).default([]).catch([]),
});
