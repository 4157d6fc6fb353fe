/** What comes first, in words. */
import type { Schemas } from "../../api/client";
import { count, likely, money } from "../../parts/format";

export type Ranking = Schemas["RankingOut"];
export type Ranked = Ranking["rows"][number];
export type PartId = Schemas["LeverOut"]["part"];
export type Way = Schemas["ChooseRankingIn"]["way"];
export type Of = "keywords" | "clusters" | "pieces";
export type Weights = Record<PartId, number>;

/** The parts of a score, in the order in which the server tells them, each with its own hue. */
export const PARTS: readonly { id: PartId; name: string; hue: string; about: string }[] = [
  { id: "demand", name: "Searches", hue: "bg-indigo", about: "ten times the searches = 20 points" },
  { id: "chance", name: "Chance", hue: "bg-pine", about: "of page one" },
  { id: "worth", name: "Worth", hue: "bg-persimmon", about: "ten times the worth = 25 points" },
  {
    id: "season",
    name: "Season",
    hue: "bg-ochre",
    about: "sooner is better; average if none",
  },
  { id: "priority", name: "Priority", hue: "bg-plum", about: "high, normal or low" },
  { id: "fit", name: "Topic match", hue: "bg-slate", about: "how surely it is on your topic" },
  { id: "hours", name: "Few hours", hue: "bg-bar", about: "1 hour = full points, 40 hours = none" },
  {
    id: "foundation",
    name: "Supports other pieces",
    hue: "bg-ink",
    about: "how many name it and more",
  },
];

export const WAYS: Record<Way, { name: string; about: string }> = {
  soonest: {
    name: "Quickest return",
    about: "worth an hour, with the next seasons first",
  },
  most: { name: "Most worth over a year", about: "worth over a year, however long it takes" },
  foundations: {
    name: "Hubs first",
    about: "topics that most others build on",
  },
  own: { name: "My own weights", about: "as set on the right" },
};

/** How firm a place is. */
export const firmWords = (row: Ranked, told: Ranking): string =>
  `In the top ${told.top} in ${Math.round(row.firm * told.draws)} of ${told.draws} simulations`;

/** A lever as a sentence: what alone would bring it among the first. */
export function leverWords(
  lever: Schemas["LeverOut"],
  currency: string,
  row: { worth: number | null } | undefined,
): string {
  const times = lever.now > 0 ? lever.then / lever.now : 0;
  if (lever.part === "demand") {
    const worth = row?.worth ? `, worth ${money(row.worth * times, currency)}` : "";
    return `${count(lever.then)} searches a month instead of ${count(lever.now)}${worth}`;
  }
  if (lever.part === "chance")
    return `${likely(lever.then)} for page one instead of ${likely(lever.now)}`;
  if (lever.part === "hours")
    return `${lever.then.toFixed(1)} hours of work instead of ${lever.now.toFixed(1)}`;
  return "high priority";
}

/** A part's name in a sentence. */
export const partName = (id: PartId): string =>
  (PARTS.find((part) => part.id === id)?.name ?? id).toLowerCase();
