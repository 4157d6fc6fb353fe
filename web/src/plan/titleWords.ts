/** Titles in words: what one contains, what it leaves, how it stands to its limits. */
import type { Schemas } from "../api/client";
import { exact, money, plural } from "../parts/format";

export type Titles = Schemas["TitlesOut"];
export type Said = Schemas["TitleSaidOut"];
type Measured = Schemas["MeasuredOut"];

export const SHAPES: Record<Schemas["TitleProposedOut"]["shape"], string> = {
  first: "Main keyword first",
  most: "As much as possible",
  short: "Short and clear",
  two: "Two phrases",
};

/** A value in what it is counted in. */
export function inWords(value: number, told: Pick<Titles, "counted_in">, currency: string): string {
  if (told.counted_in === "worth") return `${money(value, currency)} a month`;
  if (told.counted_in === "searches") return plural(Math.round(value), "search", "searches");
  return plural(Math.round(value), "phrase");
}

/** How many phrases a title contains, and what of their value. */
export function containsWords(said: Said, told: Titles, currency: string): string {
  const all = told.phrases.reduce((sum, phrase) => sum + phrase.value, 0);
  const phrases = `${said.contained.length} of ${plural(told.phrases.length, "phrase")}`;
  if (told.counted_in === "phrases") return phrases;
  return `${phrases}, ${inWords(said.value, told, currency)} of ${inWords(all, told, currency)}`;
}

/** How much better it could be at most; empty where that was not asked. */
export function boundWords(said: { value: number; bound: number }): string {
  if (said.bound <= 0) return "";
  if (said.value >= said.bound * 0.9995) return "No title this long covers more.";
  const better = (100 * (said.bound - said.value)) / Math.max(said.value, 1e-9);
  const share = Math.floor((100 * said.value) / said.bound);
  return `${share}% covered; at most ${better < 10 ? better.toFixed(1) : exact(better)}% more is possible.`;
}

const UNITS: Record<Measured["unit"], string> = {
  characters: "characters",
  bytes: "bytes",
  words: "words",
  pixels: "pixels wide",
};

/** How a title stands to each limit. */
export function limitWords(measured: readonly Measured[]): { words: string; over: boolean } {
  const over = measured.filter((one) => one.state === "over");
  const words = measured
    .map((one) => `${exact(one.takes)} of ${exact(one.most)} ${UNITS[one.unit]}`)
    .join(", ");
  if (!over.length)
    return {
      words: `${words}${measured.some((one) => one.state === "near") ? ": near the limit" : ""}.`,
      over: false,
    };
  const kept = over.reduce((a, b) => (a.within.length < b.within.length ? a : b)).within;
  return { words: `${words}: cut off after “…${kept.slice(-18)}”.`, over: true };
}

/** What one title contains that another does not, and the other way round. */
export function difference(
  said: Said,
  before: Said,
  told: Titles,
  currency: string,
): { gains: string; loses: string } {
  const list = (places: readonly number[]) =>
    places
      .map((place) => told.phrases[place])
      .filter((phrase) => phrase !== undefined)
      .map((phrase) =>
        told.counted_in === "phrases"
          ? `“${phrase.text}”`
          : `“${phrase.text}” (${inWords(phrase.value, told, currency)})`,
      )
      .join(", ");
  return {
    gains: list(said.contained.filter((place) => !before.contained.includes(place))),
    loses: list(before.contained.filter((place) => !said.contained.includes(place))),
  };
}
