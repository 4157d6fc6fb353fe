/** Coverage in words and signs. */
import type { Schemas } from "../api/client";
import { exact, money, percent, plural } from "../parts/format";
import type { Fields } from "./changes";
import type { Desk, Look } from "./queries";

export type Level = Schemas["CoverCellOut"]["level"] | "none";
export const LEVELS: readonly Level[] = ["none", "part", "all", "variant", "exact"];

export const LEVEL_WORDS: Record<Level, string> = {
  exact: "exact",
  variant: "variant",
  all: "all words",
  part: "some words",
  none: "missing",
};
/** A sign for each level: told apart by how much of it is filled. */
export const LEVEL_SIGNS: Record<Level, string> = {
  exact: "■",
  variant: "◧",
  all: "▤",
  part: "▫",
  none: "·",
};

/** The conclusion: how much of what is searched for the piece says. */
export function coveredWords(desk: Desk, look: Look, currency: string): string {
  const all = desk.phrases.reduce((sum, phrase) => sum + phrase.value, 0);
  if (!desk.phrases.length) return "No phrase to cover";
  if (desk.counted_in === "searches")
    return `Covers ${exact(look.value)} of ${exact(all)} searches`;
  if (desk.counted_in === "worth")
    return `Covers ${money(look.value, currency)} of ${money(all, currency)} a month`;
  return `Covers ${look.covered} of ${plural(desk.phrases.length, "phrase")}`;
}

type Cell = { place: string; level: Level; count: number; early: boolean };

export type PhraseRow = {
  phrase: number;
  text: string;
  value: number;
  searches: number | null;
  best: Level;
  cells: readonly Cell[];
};

/** A row for each phrase: how it stands in each place. */
export function phraseRows(desk: Desk, look: Look): PhraseRow[] {
  const told = look.places.map(
    (place) => new Map(place.cells.map((cell) => [cell.phrase, cell] as const)),
  );
  return desk.phrases.map(({ text, value, searches }, phrase) => {
    const cells = look.places.map((place, column) => {
      const cell = told[column]?.get(phrase);
      return {
        place: place.id,
        level: cell?.level ?? ("none" as const),
        count: cell?.count ?? 0,
        early: cell?.early ?? false,
      };
    });
    const best = cells.reduce<Level>(
      (most, cell) => (LEVELS.indexOf(cell.level) > LEVELS.indexOf(most) ? cell.level : most),
      "none",
    );
    return { phrase, text, value, searches, best, cells };
  });
}

/** Whether a phrase stands somewhere, its words together. */
export const isCovered = (best: Level): boolean => LEVELS.indexOf(best) >= LEVELS.indexOf("all");

/** A phrase in a place, in words: how, how often, of a long text what share of its words. */
export function cellWords(cell: Cell, place: string, share: number): string {
  const times = cell.count > 1 ? `, ${cell.count} times` : "";
  const part = share > 0 ? `, ${percent(share)} of all words` : "";
  return `${place}: ${LEVEL_WORDS[cell.level]}${times}${part}${cell.early ? ", early" : ""}`;
}

const LONG = 100;

/** How many words each field has. */
export const wordCounts = (fields: Fields): ReadonlyMap<string, number> =>
  new Map(
    Object.entries(fields).map(([name, text]) => [name, text.split(/\s+/).filter(Boolean).length]),
  );

/** The share of all words that a phrase takes where it stands word for word; 0 in what is short. */
export function shareOf(phrase: string, cell: Cell, words: number): number {
  if (cell.level !== "exact" || words < LONG) return 0;
  return (cell.count * phrase.split(/\s+/).length) / words;
}
