/** What the addresses of following hold. */
import * as z from "zod/mini";
import { id, maybe, orElse, text } from "../shared/shapes";

export const followSearch = z.object({
  order: orElse(z.enum(["moved", "fell", "visible", "due", "title", "new"]), "moved"),
  which: maybe(z.enum(["rising", "falling", "due", "unseen", "gone"])),
  only: maybe(z.boolean()),
  q: maybe(text(100)),
  by: maybe(z.enum(["outlet", "cluster"])),
  // A piece of the plan that goes live.
  publish: maybe(id),
});
export const FOLLOW_DEFAULTS = { order: "moved" as const };

/** Which live piece, and the phrase that is picked out. */
export const liveSearch = z.object({
  live: maybe(id),
  phrase: maybe(id),
});

export const diarySearch = z.object({
  due: maybe(z.boolean()),
});

/** Which month's report, of which outlet. */
export const reportSearch = z.object({
  month: maybe(z.string().check(z.regex(/^\d{4}-\d{2}$/))),
  outlet: maybe(id),
});
