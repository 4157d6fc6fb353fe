/** What the addresses of following hold. */
import { z } from "zod";

export const followSearch = z.object({
  order: z
    .enum(["moved", "fell", "visible", "due", "title", "new"])
    .default("moved")
    .catch("moved"),
  which: z.enum(["rising", "falling", "due", "unseen", "gone"]).optional().catch(undefined),
  only: z.boolean().optional().catch(undefined),
  q: z.string().max(100).optional().catch(undefined),
  by: z.enum(["outlet", "cluster"]).optional().catch(undefined),
  // A piece of the plan that goes live.
  publish: z.number().int().positive().optional().catch(undefined),
});
export const FOLLOW_DEFAULTS = { order: "moved" as const };

/** Which live piece, and the phrase that is picked out. */
export const liveSearch = z.object({
  live: z.number().int().positive().optional().catch(undefined),
  phrase: z.number().int().positive().optional().catch(undefined),
});

export const diarySearch = z.object({
  due: z.boolean().optional().catch(undefined),
});

/** Which month's report, of which outlet. */
export const reportSearch = z.object({
  month: z
    .string()
    .regex(/^\d{4}-\d{2}$/)
    .optional()
    .catch(undefined),
  outlet: z.number().int().positive().optional().catch(undefined),
});
