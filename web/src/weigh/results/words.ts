/** A results page in words and in order. */
import type { Channel, Schemas } from "../../api/client";
import { count, likely, nth, plural } from "../../parts/format";
import { channelOf } from "../../shared/channels";
import { factWords } from "../resultWords";

export type PageTold = Schemas["PageOut"];
export type Standing = Schemas["StandingOut"];
export type Landing = Schemas["LandingOut"];

/** What a strength would bring, as the slider tells it. */
export function landingWords(landing: Landing): string {
  if (!landing.first || landing.page_one < 0.005) return "page one is out of reach";
  const where =
    landing.first === landing.last
      ? `most likely ${nth(landing.first)}`
      : `most likely ${nth(landing.first)} to ${nth(landing.last)}`;
  const visits =
    landing.visits === null
      ? ""
      : landing.visits < 1
        ? ", less than one visit a month"
        : `, about ${plural(Math.round(landing.visits), "visit")} a month`;
  return `${likely(landing.page_one)} for page one, ${where}${visits}`;
}

/** What a result has, by channel: what a searcher or a seller would look at. */
export function has(result: Standing, channel: Channel, currency: string): string[] {
  const told = channelOf(channel).facts.map((fact) =>
    fact.id === "reach" ? reachWords(result) : factWords(result[fact.id], fact, currency),
  );
  // Two lines: what a searcher sees first.
  return [told.slice(0, 2), told.slice(2)]
    .map((line) => line.filter(Boolean).join(" · "))
    .filter(Boolean);
}

/** For how many of one's keywords a page stands, and what these bring it. */
export const reachWords = ({ reach }: Standing): string =>
  reach && reach.keywords > 1
    ? `${count(reach.keywords)} of your phrases, ${plural(Math.round(reach.visits), "visit")}`
    : "";

type Figure = "pull" | "views" | "price";

export const SORTS = ["position", "wording", "strength", "published", "has"] as const;
export type ResultsSort = (typeof SORTS)[number];

const SAID: Record<string, number> = { "exact phrase": 3, "all words": 2, "some words": 1 };

/** Results in another order than they stand in; what is unknown comes last. */
export function sorted(
  results: readonly Standing[],
  by: ResultsSort,
  channel: Channel,
): readonly Standing[] {
  if (by === "position") return results;
  const first: readonly Figure[] = channelOf(channel).sorted_by;
  const of: Record<Exclude<ResultsSort, "position">, (r: Standing) => number | null> = {
    wording: (r) => SAID[r.wording] ?? 0,
    strength: (r) => (r.strength === null ? null : -r.strength),
    published: (r) => (r.published ? Date.parse(r.published) : null),
    has: (r) => first.map((id) => r[id]).find((figure) => figure !== null) ?? null,
  };
  const value = (r: Standing) => of[by](r) ?? Number.NEGATIVE_INFINITY;
  return [...results].sort((a, b) => value(b) - value(a) || a.position - b.position);
}

export const KINDS = ["all", "weak", "says", "new", "other"] as const;
export type ResultsKind = (typeof KINDS)[number];
const YEAR_MS = 365 * 86_400_000;

/** Whether a result is one of those that are looked for. */
export function isKind(result: Standing, kind: ResultsKind, weakBelow: number, now = Date.now()) {
  if (kind === "weak") return result.strength !== null && result.strength < weakBelow;
  if (kind === "says") return result.wording === "exact phrase";
  if (kind === "new") return !!result.published && now - Date.parse(result.published) <= YEAR_MS;
  if (kind === "other") return result.elsewhere;
  return true;
}
