/** A result of a page in words: what stands behind it, by channel. */
import type { Channel, Schemas } from "../api/client";
import { count, money, plural } from "../parts/format";

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

/** Who stands behind a result and what it has: authority and links, followers and views, reviews
 * and sales. */
export function behind(result: Result, channel: Channel, currency: string): string {
  const told = (value: number | null, words: (value: number) => string) =>
    value === null ? "" : words(value);
  const parts = {
    web: [
      told(result.standing, (v) => `authority ${Math.round(v)}`),
      told(result.pull, (v) => `${count(v)} referring sites`),
    ],
    video: [
      told(result.standing, (v) => `${count(v)} followers`),
      told(result.views, (v) => `${count(v)} views`),
      told(result.pull, (v) => `${count(v)} views a day`),
    ],
    marketplace: [
      told(result.price, (v) => money(v, currency)),
      told(result.reviews, (v) => plural(v, "review")),
      told(result.standing, (v) => `${count(v)} reviews of the shop`),
      told(result.pull, (v) => `${count(v)} sales a month`),
    ],
  };
  return parts[channel].filter(Boolean).join(", ");
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
