/** What the addresses of writing hold. */
import { z } from "zod";

export const writeSearch = z.object({
  order: z.enum(["next", "score", "saved", "title"]).default("next").catch("next"),
  lacks: z
    .enum(["begun", "unbegun", "empty", "missing", "over", "failing", "done"])
    .optional()
    .catch(undefined),
  only: z.boolean().optional().catch(undefined),
  q: z.string().max(100).optional().catch(undefined),
});
export const WRITE_DEFAULTS = { order: "next" as const };

/** Which piece is on the desk, and the phrase that is looked for in it. */
export const deskSearch = z.object({
  piece: z.number().int().positive().optional().catch(undefined),
});
