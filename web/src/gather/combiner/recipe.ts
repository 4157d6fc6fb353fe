/** The combiner's recipe as its dialog holds it, and as the server takes it. */
import type { Channel, Schemas } from "../../api/client";

export type Heat = Schemas["TermIn"]["heat"];
export type Recipe = {
  core: string;
  heats: Record<string, Heat>;
  helper: string;
  place: string;
  patterns: string;
  onlyKnown: boolean;
};

/** Helper words by what their searchers want, for beginning. */
export const HELPERS: readonly { name: string; words: string }[] = [
  { name: "buying", words: "buy, cheap, price, for sale, best, review" },
  { name: "nearby", words: "near me, cost of, book, local" },
  { name: "learning", words: "how to, guide, for beginners, explained, ideas" },
];
export const PATTERNS = [
  "{helper} {core}",
  "{core} {helper}",
  "{core} in {place}",
  "{helper} {core} [in {place}]",
];

export const emptyRecipe = (places: readonly string[]): Recipe => ({
  core: "",
  heats: {},
  helper: "",
  place: places.join(", "),
  patterns: "{helper} {core} [in {place}]",
  onlyKnown: false,
});

/** Terms as typed: a line or a comma parts them; each once. */
export function termsOf(typed: string): string[] {
  const parts = typed.split(/[,;\n]+/).map((part) => part.trim().replace(/\s+/g, " "));
  return [...new Set(parts.filter(Boolean))];
}

export function toServer(recipe: Recipe, channel: Channel): Schemas["RecipeIn"] {
  const plain = (typed: string) => termsOf(typed).map((text) => ({ text, heat: "" as const }));
  return {
    channel,
    core: termsOf(recipe.core).map((text) => ({ text, heat: recipe.heats[text] ?? "" })),
    helper: plain(recipe.helper),
    place: plain(recipe.place),
    patterns: recipe.patterns
      .split("\n")
      .map((line) => line.trim())
      .filter(Boolean),
    only_known: recipe.onlyKnown,
  };
}

const NEXT: Record<Heat, Heat> = { "": "hot", hot: "warm", warm: "cold", cold: "" };
/** The heat that a press gives a term: hot, warm, cold, none, and round again. */
export const nextHeat = (heat: Heat | undefined): Heat => NEXT[heat ?? ""];
