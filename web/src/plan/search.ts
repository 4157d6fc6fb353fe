/** What the address of the plan holds. */
import * as z from "zod/mini";
import { id, maybe, orElse } from "../shared/shapes";

export const planSearch = z.object({
  outlet: maybe(z.int().check(z.nonnegative())),
  order: orElse(z.enum(["month", "worth", "hours", "title", "due"]), "month"),
  group: maybe(z.enum(["theme", "outlet", "maker", "state"])),
  view: orElse(z.enum(["board", "list", "calendar"]), "board"),
  // Whether the panel on the year as a whole stands beside the board.
  whole: maybe(z.boolean()),
  piece: maybe(id),
  // Whether one's own pages are reviewed, in a dialog.
  own: maybe(z.boolean()),
});
export const PLAN_DEFAULTS = { order: "month" as const, view: "board" as const };

/** Whose briefs are read; none: those of the next pieces. */
export const briefSearch = z.object({
  pieces: orElse(z.array(id).check(z.maxLength(50)), []),
});
