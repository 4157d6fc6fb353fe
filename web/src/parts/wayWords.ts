/** The ways of gathering in words, and in which group each stands. */
import type { Schemas } from "../api/client";

export type WayId = Schemas["RunIn"]["ways"][number];

export const GROUPS: readonly {
  id: "box" | "other";
  name: string;
  ways: readonly WayId[];
}[] = [
  {
    id: "box",
    name: "Autocomplete",
    ways: ["box", "alphabet", "asked", "joined", "either", "inside"],
  },
  {
    id: "other",
    name: "Other sources",
    ways: ["related", "fields", "rising", "language", "rivals", "years"],
  },
];

/** How a keyword came, short enough for a row. */
export const METHODS: Record<string, string> = {
  seed: "typed",
  box: "autocomplete",
  alphabet: "A to Z",
  asked: "who, how, why",
  joined: "for, with, near",
  either: "this or that",
  inside: "words around it",
  related: "results page",
  fields: "tags and titles",
  rising: "rising",
  language: "another language",
  rivals: "competitor",
  years: "next year's version",
  combine: "combined",
  import: "file",
  report: "performance report",
};
export const methodName = (id: string): string => METHODS[id] ?? id;

/** By which way and of what a keyword came, in words. */
export function originWords(method: string, seed: string): { way: string; of: string } {
  if (method === "seed" || method === "combine" || !seed)
    return { way: methodName(method), of: "" };
  if (method === "import" || method === "report") return { way: methodName(method), of: seed };
  return { way: methodName(method), of: `from ${seed}` };
}

/** What the figure beside a way says of a keyword: a rival's position, results that use it,
 * growth. */
export function figureWords(method: string, figure: number | null): string {
  if (figure === null) return method === "rising" ? "new this year" : "";
  if (method === "rivals") return `position ${figure}`;
  if (method === "fields") return figure === 1 ? "used by 1 result" : `${figure} results use it`;
  if (method === "rising") return `+${figure}% in a year`;
  return "";
}

export const STATE_NAMES: Record<string, string> = {
  new: "Undecided",
  open: "Undecided",
  kept: "Kept",
  shortlisted: "Shortlisted",
  parked: "Parked",
  dropped: "Rejected",
  left_out: "Excluded",
  all: "All",
};
