/** What the address of the plan holds. */
import { z } from "zod";

export const planSearch = z.object({
  outlet: z.number().int().nonnegative().optional().catch(undefined),
  order: z.enum(["month", "worth", "hours", "title"]).default("month").catch("month"),
  piece: z.number().int().positive().optional().catch(undefined),
});
export const PLAN_DEFAULTS = { order: "month" as const };
