/** A result of a page in words: what stands behind it, by channel. */
import type { Channel, Schemas } from "../api/client";
import { count, money } from "../parts/format";
import { channelOf } from "../shared/channels";

type Result = Schemas["ResultOut"];

/** How old something is: "3 weeks old", "2 years old"; empty where its day is not known. */
export function ageOf(published: string | null, now: Date = new Date()): string {
  if (!published) return "";
  const days = Math.max(0, Math.floor((now.getTime() - Date.parse(published)) / 86_400_000));
  const said = (n: number, unit: string) => `${n} ${unit}${n === 1 ? "" : "s"} old`;
  if (days < 14) return said(days, "day");
  if (days < 60) return said(Math.floor(days / 7), "week");
  if (days < 730) return said(Math.floor(days / 30.4), "month");
  return said(Math.floor(days / 365), "year");
}

type Fact = { id: string; words: string; one: string };

/** A figure of a result in its channel's words; nothing where it is not known. */
export function factWords(value: number | null, fact: Fact, currency: string): string {
  if (value === null) return "";
  const shown = fact.id === "price" ? money(value, currency) : count(value);
  return (fact.one && shown === "1" ? fact.one : fact.words).replace("{}", shown);
}

/** Who stands behind a result and what it has: authority and links, followers and views, reviews
 * and sales. */
export function behind(result: Result, channel: Channel, currency: string): string {
  return channelOf(channel)
    .facts_in_full.map((fact) => factWords(result[fact.id], fact, currency))
    .filter(Boolean)
    .join(", ");
}

/** An address without what every address has. */
export const shortAddress = (address: string): string =>
  address.replace(/^https?:\/\/(www\.)?/, "").replace(/\/$/, "");

/** What can stand on a page beside results. */
export const FEATURE_NAMES: Record<Schemas["RowOut"]["features"][number], string> = {
  answer_box: "answer box",
  questions_box: "questions",
  video_strip: "video strip",
  shopping_strip: "shopping strip",
  map: "map",
};

/** A feature in words; one that is not known as it is called. */
export const featureName = (feature: string): string =>
  FEATURE_NAMES[feature as keyof typeof FEATURE_NAMES] ?? feature;
