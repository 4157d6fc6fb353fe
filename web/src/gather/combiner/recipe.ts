/** The combiner's recipe as its dialog holds it, and as the server takes it. */
import type { Channel, Schemas } from "../../api/client";

export type Priority = Schemas["TermIn"]["priority"];
export type Recipe = {
  base: string;
  priorities: Record<string, Priority>;
  modifier: string;
  place: string;
  patterns: string;
  onlyKnown: boolean;
  keepDoubled: boolean;
};

/** Modifiers by what their searchers want, for beginning. */
export const MODIFIERS: readonly { name: string; words: string }[] = [
  { name: "buying", words: "buy, cheap, best, … price, … for sale, … review" },
  { name: "nearby", words: "local, cost of, … near me, … booking" },
  { name: "learning", words: "what is, guide to, … for beginners, … explained, … ideas" },
];
export const PATTERNS = [
  "{modifier} {base}",
  "{base} {modifier}",
  "{base} in {place}",
  "{base} [in {place}]",
];

export const emptyRecipe = (places: readonly string[]): Recipe => ({
  base: "",
  priorities: {},
  modifier: "",
  place: places.join(", "),
  patterns: "{modifier} {base}\n{base} [in {place}]",
  onlyKnown: false,
  keepDoubled: false,
});

/** Terms as typed: a line or a comma parts them; each once. */
export function termsOf(typed: string): string[] {
  const parts = typed.split(/[,;\n]+/).map((part) => part.trim().replace(/\s+/g, " "));
  return [...new Set(parts.filter(Boolean))];
}

export function toServer(recipe: Recipe, channel: Channel): Schemas["RecipeIn"] {
  const plain = (typed: string) => termsOf(typed).map((text) => ({ text, priority: "" as const }));
  return {
    channel,
    base: termsOf(recipe.base).map((text) => ({ text, priority: recipe.priorities[text] ?? "" })),
    modifier: plain(recipe.modifier),
    place: plain(recipe.place),
    patterns: recipe.patterns
      .split("\n")
      .map((line) => line.trim())
      .filter(Boolean),
    only_known: recipe.onlyKnown,
    keep_doubled: recipe.keepDoubled,
  };
}

const NEXT: Record<Priority, Priority> = { "": "high", high: "normal", normal: "low", low: "" };
/** The priority that a press gives a term: high, normal, low, none, and round again. */
export const nextPriority = (priority: Priority | undefined): Priority => NEXT[priority ?? ""];
