/** What was seen of live pieces, in words. */
import type { Schemas } from "../api/client";
import { count, exact } from "../parts/format";

type Moves = Pick<Schemas["LiveRowOut"], "rose" | "fell" | "stayed" | "new" | "lost">;

/** What phrases did, without what did not happen: "3 rose, 1 fell, 4 stayed". */
export function movesWords(moves: Moves): string {
  const parts = [
    [moves.rose, "rose"],
    [moves.new, "newly shown"],
    [moves.fell, "fell"],
    [moves.lost, "lost"],
    [moves.stayed, "stayed"],
  ] as const;
  return parts
    .filter(([n]) => n > 0)
    .map(([n, what]) => `${exact(n)} ${what}`)
    .join(", ");
}

/** A place as it is told: 0 is not among the first that were looked at. */
export function placeWords(place: number | null, depth = 100): string {
  if (place === null) return "not checked";
  return place === 0 ? `not in the top ${depth}` : String(place);
}

/** Visible searches now beside those before, of phrases that were looked at both times. */
export function visibleWords(now: number | null, before: number | null): string {
  if (now === null || before === null) return "";
  const step = now - before;
  if (Math.abs(step) < 0.5) return "as before";
  return `${step > 0 ? "+" : "−"}${count(Math.abs(step))}`;
}

export const WHAT: Record<Schemas["EntryOut"]["what"], string> = {
  published: "Published",
  fields: "Changed",
  pictures: "New pictures",
  price: "Another price",
  links: "Links",
  engine: "Update of the engine",
  other: "Something else",
  unpublished: "Unpublished",
};

/** What one may believe of a change, in a word or two, with a mark that says it by its shape. */
export const VERDICTS: Record<
  Schemas["JudgedOut"]["why"],
  { mark: string; words: string; tone: "good" | "bad" | "none" }
> = {
  helped: { mark: "▲", words: "probably helped", tone: "good" },
  hurt: { mark: "▼", words: "probably hurt", tone: "bad" },
  wander: { mark: "≈", words: "normal ups and downs", tone: "none" },
  young: { mark: "…", words: "too soon to say", tone: "none" },
  green: { mark: "…", words: "too new to judge", tone: "none" },
  several: { mark: "?", words: "several changes at once", tone: "none" },
  few: { mark: "?", words: "too few keywords", tone: "none" },
  unchecked: { mark: "?", words: "not checked both before and after", tone: "none" },
  alone: { mark: "?", words: "nothing to compare with", tone: "none" },
};
