/** What an outlet's strength means in words, and how one finds one's own. */
import type { Channel } from "../api/client";

export type Level = { standing: number; words: string };

/** Levels of strength by channel, the weakest first: each is as strong as what it names. */
export const LEVELS: Record<Channel, readonly Level[]> = {
  web: [
    { standing: 5, words: "a site of this year" },
    { standing: 15, words: "a hobby site after a year" },
    { standing: 30, words: "a hobby site after three years" },
    { standing: 45, words: "a firm that its trade links to" },
    { standing: 60, words: "a magazine of its field" },
    { standing: 80, words: "a name that everybody knows" },
  ],
  video: [
    { standing: 50, words: "a channel of this month" },
    { standing: 1_000, words: "a hobby channel after a year" },
    { standing: 10_000, words: "a channel known in its field" },
    { standing: 100_000, words: "one that lives on it" },
    { standing: 1_000_000, words: "a household name" },
  ],
  marketplace: [
    { standing: 5, words: "a shop of this month" },
    { standing: 100, words: "a side line after a year" },
    { standing: 1_000, words: "a shop that one lives on" },
    { standing: 10_000, words: "a leading shop of its kind" },
  ],
};

/** A beginner's strength, what stands in where nobody publishes yet: that after a year, for so long
 * it takes until what is planned now has settled. */
export const beginner = (channel: Channel): number => LEVELS[channel][1]?.standing ?? 0;

/** Where one finds the number. */
export const WHERE_TO_FIND: Record<Channel, string> = {
  web:
    "Authority runs from 0 to 100: any tool that counts links tells it for your address. A third " +
    "of the way up is already much.",
  video: "The followers of your channel, as your channel's own page counts them.",
  marketplace: "The reviews of your shop, as its own page counts them.",
};

/** What a strength is like: the highest level that it reaches. */
export function strengthWords(channel: Channel, standing: number): string {
  const levels = LEVELS[channel];
  const reached = levels.filter((level) => standing >= level.standing);
  const level = reached[reached.length - 1];
  return level ? `as strong as ${level.words}` : "weaker than anything that is listed";
}
