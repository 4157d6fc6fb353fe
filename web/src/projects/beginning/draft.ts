/** A new project as it is asked for, step by step; what is typed survives a reload. */

import * as z from "zod/mini";
import type { Schemas } from "../../api/client";
import { readNumber } from "../../parts/numbers";
import { CHANNEL_IDS, CHANNELS } from "../../shared/channels";
import { COMMON } from "../../shared/locales";
import { CURRENCIES, EMPTY_FIELDS, fromFields } from "../projectWords";
import { beginner, wrongStanding } from "../strengthWords";

export const STEPS = ["about", "where", "publish", "worth", "have"] as const;
export type Step = (typeof STEPS)[number];

const place = z.object({
  channel: z.enum(CHANNEL_IDS),
  name: z.string(),
  standing: z.string(),
});
export const draftShape = z.object({
  step: z.enum(STEPS),
  about: z.string(),
  country: z.string(),
  language: z.string(),
  places: z.string(),
  /** Where one publishes; nobody has said so yet where it is null. */
  outlets: z.nullable(z.array(place)),
  /** What a sale or an inquiry is worth, how many of 100 visitors become one, and what an hour of
   * one's own costs; "" is not known. */
  sale: z.string(),
  ofHundred: z.string(),
  hour: z.string(),
  have: z.enum(["nothing", "list", "report"]),
  figures: z.enum(["practice", "files"]),
  name: z.string(),
  /** What was read from the sentence: where it still stands, nobody said otherwise. */
  read: z.object({ language: z.string(), places: z.string() }),
});
export type Draft = z.infer<typeof draftShape>;
export type OutletPlace = z.infer<typeof place>;

export const EMPTY_DRAFT: Draft = {
  step: "about",
  about: "",
  country: "GB",
  language: "en",
  places: "",
  outlets: [{ channel: "web", name: "", standing: "" }],
  sale: "",
  ofHundred: "",
  hour: "",
  have: "nothing",
  figures: "practice",
  name: "",
  read: { language: "en", places: "" },
};

/** A draft with what its sentence says: the places it names, and its language with the country
 * where most speak it. What a person chose or typed stays. */
export function withRead(draft: Draft, about: Schemas["AboutOut"]): Draft {
  const read = { language: about.language, places: about.places.join(", ") };
  const untouched =
    draft.language === draft.read.language && draft.country === homeOf(draft.read.language);
  return {
    ...draft,
    read,
    ...(untouched && { language: read.language, country: homeOf(read.language) }),
    ...(draft.places === draft.read.places && { places: read.places }),
  };
}

/** The language that most speak in a country; none where there are several. */
const spokenIn = (country: string): string | undefined =>
  ["BE", "CH"].includes(country)
    ? undefined
    : new Intl.Locale(`und-${country}`).maximize().language;

/** A draft for a country: with the language spoken there, unless a person chose another one. */
export function withCountry(draft: Draft, country: string): Partial<Draft> {
  const untouched = [draft.read.language, spokenIn(draft.country)].includes(draft.language);
  const spoken = spokenIn(country);
  return untouched && spoken ? { country, language: spoken } : { country };
}

const homeOf = (language: string): string =>
  COMMON.find((locale) => locale.language === language)?.country ?? EMPTY_DRAFT.country;

/** Words before a comma that say something by themselves. */
const LEAST_WORDS = 3;

/** A name for the project from what it is about: its first words, as far as they fit, up to a comma
 * that comes after some, and not ending in a word that only joins. */
export function nameFrom(about: string): string {
  const words =
    about
      .trim()
      .split(/[.;:\n]/)[0]
      ?.trim()
      .split(/\s+/) ?? [];
  const bare = /^(i|we|my|our|a|an|the)$/i.test(words[0] ?? "") ? words.slice(1) : words;
  const comma = bare.findIndex((word, at) => word.endsWith(",") && at + 1 >= LEAST_WORDS);
  const first = (comma < 0 ? bare : bare.slice(0, comma + 1)).slice(0, 6);
  while (first.length > 2 && first.length < bare.length && (first.at(-1)?.length ?? 0) <= 3)
    first.pop();
  const name = first.join(" ").replace(/,$/, "").slice(0, 60);
  return name.charAt(0).toUpperCase() + name.slice(1) || "My project";
}

/** The same name, with a number where another project has it. */
export function freeName(name: string, taken: readonly string[]): string {
  const names = new Set(taken.map((other) => other.toLowerCase()));
  let free = name;
  for (let number = 2; names.has(free.toLowerCase()); number++) free = `${name} ${number}`;
  return free;
}

/** What is wrong with an outlet; "" where nothing is. */
export function wrongOutlet(outlet: OutletPlace): string {
  if (!outlet.name.trim()) return "Enter a name or URL.";
  const standing = outlet.standing.trim() === "" ? 0 : readNumber(outlet.standing);
  if (standing === null || standing < 0) return "Strength must be 0 or more.";
  return wrongStanding(outlet.channel, standing);
}

/** What a visitor is worth by what a sale is and how many of 100 become one; null not known. */
export function visitorWorth({
  sale,
  ofHundred,
}: Pick<Draft, "sale" | "ofHundred">): number | null {
  const each = readNumber(sale);
  const of = readNumber(ofHundred);
  return each === null || of === null ? null : (each * of) / 100;
}

/** What is wrong with what was said of money; "" where nothing is. */
export function wrongWorth({ sale, ofHundred, hour }: Draft): string {
  const bad = (text: string, most: number) => {
    const number = readNumber(text);
    return text.trim() !== "" && (number === null || number < 0 || number > most);
  };
  if (bad(sale, 1e6)) return "What a sale is worth must be a number, 0 or more.";
  if (bad(ofHundred, 100)) return "Of 100 visitors, between 0 and 100 can become a customer.";
  if (bad(hour, 1e4)) return "What an hour costs must be a number, 0 or more.";
  if ((sale.trim() === "") !== (ofHundred.trim() === ""))
    return "Enter both what a sale is worth and how many of 100 visitors become one, or neither.";
  return "";
}

/** An untouched line is no outlet. */
export const named = (outlets: Draft["outlets"]): OutletPlace[] =>
  (outlets ?? []).filter((outlet) => outlet.name.trim() || outlet.standing.trim());

/** What was said of money, as the settings have it. */
function moneyOf(draft: Draft) {
  const worth = visitorWorth(draft);
  const values: Record<string, string> = {};
  if (worth !== null) values.any = String(+worth.toFixed(4));
  return {
    click_values: values,
    hour_value: readNumber(draft.hour) ?? EMPTY_FIELDS.hour_value,
  };
}

/** What the server takes; `taken` are the names of other projects. Where nobody publishes yet, beginners stand in on each channel; an outlet
 * without a strength has a beginner's, and both are marked as assumed. */
export function toProject(draft: Draft, taken: readonly string[] = []): Schemas["ProjectIn"] {
  const told = named(draft.outlets);
  const outlets: Schemas["OutletIn"][] = told.length
    ? told.map((outlet) => ({
        name: outlet.name.trim(),
        channel: outlet.channel,
        address: /^\S+\.\S+$/.test(outlet.name.trim()) ? outlet.name.trim() : "",
        standing: readNumber(outlet.standing) ?? beginner(outlet.channel),
        days_until_shown: null,
        assumed: outlet.standing.trim() === "",
        pull: null,
        reason: "",
      }))
    : CHANNELS.map(({ id, new_outlet }) => ({
        name: new_outlet,
        channel: id,
        address: "",
        standing: beginner(id),
        days_until_shown: null,
        assumed: true,
        pull: null,
        reason: "",
      }));
  const fields = fromFields({
    ...EMPTY_FIELDS,
    name: draft.name.trim() || freeName(nameFrom(draft.about), taken),
    about: draft.about.trim(),
    country: draft.country,
    language: draft.language,
    currency: CURRENCIES[draft.country] ?? "€",
    places: draft.places,
    ...moneyOf(draft),
    preset: told.some((outlet) => outlet.standing.trim()) ? "growing" : "new",
    figures_from: draft.figures,
  });
  return { ...fields, outlets };
}
