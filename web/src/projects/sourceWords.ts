/** Sources in words, and moving them in their order. */
import type { Schemas } from "../api/client";
import { lookups } from "../parts/format";

type Source = Schemas["SourceOut"];

const TELLS: Record<Source["tells"][number], string> = {
  completions: "autocomplete",
  counts: "searches and their history",
  bands: "ranges, cost per click, ad competition",
  interest: "relative interest",
  rising: "rising terms",
  page: "results pages",
  stands: "your rankings",
  ranks: "competitors' rankings",
  fields: "titles, descriptions and tags",
  talk: "mentions",
  lexicon: "other languages",
};

/** What a source tells, and its price. */
export function tellsInWords(source: Source): string {
  if (source.file) return "your file";
  const price = source.price ? `${lookups(source.price)} each` : "free";
  const kind = source.practice ? ["practice"] : [];
  return [...kind, ...source.tells.map((what) => TELLS[what]), price].join(" · ");
}

/** What a source may do: of a file, of one that tells of searches, and of any other. */
export function partsOf(source: Source): [Source["may"], string][] {
  if (source.file)
    return [
      ["stands", "On"],
      ["off", "Off"],
    ];
  const adjusts = source.tells.some((what) => what === "counts" || what === "bands");
  return [
    ["beside", "On"],
    ...(adjusts ? [["adjusts", "On, and may adjust my files"] as [Source["may"], string]] : []),
    ["off", "Off"],
  ];
}

/** The order with one source moved up (-1) or down (1); undefined where it cannot go there: files
 * stay before all others. */
export function moved(order: readonly Source[], place: number, by: 1 | -1): Source[] | undefined {
  const source = order[place];
  const other = order[place + by];
  if (!source || !other || source.file !== other.file) return undefined;
  const next = [...order];
  next[place] = other;
  next[place + by] = source;
  return next;
}
