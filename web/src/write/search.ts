/** What the addresses of writing hold. */
import * as z from "zod/mini";
import { id, maybe, orElse, text } from "../shared/shapes";

export const writeSearch = z.object({
  order: orElse(z.enum(["next", "score", "saved", "title"]), "next"),
  lacks: maybe(z.enum(["begun", "unbegun", "empty", "missing", "over", "failing", "done"])),
  only: maybe(z.boolean()),
  q: maybe(text(100)),
});
export const WRITE_DEFAULTS = { order: "next" as const };

/** Which piece is on the desk, and the phrase that is looked for in it. */
export const deskSearch = z.object({
  piece: maybe(id),
});
