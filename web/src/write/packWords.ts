/** What a packed field holds, in words. */
import type { Schemas } from "../api/client";
import { plural } from "../parts/format";
import { inWords } from "../plan/titleWords";
import type { Desk } from "./queries";

type Proposal = Schemas["FieldProposalOut"];
type Counted = Pick<Desk, "counted_in" | "phrases">;

export const SHAPES: Record<Proposal["shape"], string> = {
  first: "Main keyword first",
  most: "As much as possible",
  short: "Short and clear",
  two: "Two keywords",
  words: "Each word once, in any order",
  shared: "Keywords not used in other fields",
  family: "One title each, covering most together",
  completes: "Words that complete phrases",
  set: "Most valuable set",
};

/** Words of a line separated by commas. */
export const wordsOf = (text: string): string[] =>
  text
    .split(",")
    .map((word) => word.trim())
    .filter(Boolean)
    .slice(0, 20);

/** How many phrases it holds, and what those are worth. */
export function holdsWords(one: Proposal, told: Counted, currency: string): string {
  const holds = `Covers ${one.contained.length} of ${plural(told.phrases.length, "keyword")}`;
  if (told.counted_in === "phrases" || !one.value) return `${holds}.`;
  return `${holds}, ${inWords(one.value, told, currency)}.`;
}

const NAMED = 4;

/** What the field gains and loses against what it says now. */
export function gainWords(
  one: Proposal,
  held: ReadonlySet<number>,
  told: Counted,
  currency: string,
): string {
  const gains = one.contained.filter((phrase) => !held.has(phrase));
  const loses = [...held].filter((phrase) => !one.contained.includes(phrase));
  const parts = [];
  if (gains.length) parts.push(`Gains ${named(gains, told, currency)}.`);
  if (loses.length) parts.push(`Loses ${named(loses, told, currency)}.`);
  return parts.join(" ");
}

/** What it leaves out, the weightiest first. */
export function leftWords(one: Proposal, told: Counted, currency: string): string {
  return one.left.length ? `Leaves ${named(one.left, told, currency)}.` : "Leaves none.";
}

function named(places: readonly number[], told: Counted, currency: string): string {
  const sorted = [...places].sort(
    (a, b) => (told.phrases[b]?.value ?? 0) - (told.phrases[a]?.value ?? 0),
  );
  const names = sorted.slice(0, NAMED).map((place) => {
    const phrase = told.phrases[place];
    if (!phrase) return "";
    return told.counted_in === "phrases"
      ? `“${phrase.text}”`
      : `“${phrase.text}” (${inWords(phrase.value, told, currency)})`;
  });
  const more = sorted.length - NAMED;
  return `${names.join(", ")}${more > 0 ? ` and ${more} more` : ""}`;
}
