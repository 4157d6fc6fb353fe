/** What an outlet's strength means in words, and how one finds one's own. */
import type { Channel } from "../api/client";

export type Level = { standing: number; words: string };

/** Levels of strength by channel, the weakest first: each is comparable with what it names. */
export const LEVELS: Record<Channel, readonly Level[]> = {
  web: [
    { standing: 5, words: "a site under a year old" },
    { standing: 15, words: "a one-year-old hobby site" },
    { standing: 30, words: "a three-year-old hobby site" },
    { standing: 45, words: "a firm well linked within its trade" },
    { standing: 60, words: "a leading trade magazine" },
    { standing: 80, words: "a household name" },
  ],
  video: [
    { standing: 50, words: "a brand-new channel" },
    { standing: 1_000, words: "a one-year-old hobby channel" },
    { standing: 10_000, words: "a well-known specialist channel" },
    { standing: 100_000, words: "a full-time channel" },
    { standing: 1_000_000, words: "a household name" },
  ],
  marketplace: [
    { standing: 5, words: "a brand-new shop" },
    { standing: 100, words: "a one-year-old side business" },
    { standing: 1_000, words: "a full-time shop" },
    { standing: 10_000, words: "a leading shop in its category" },
  ],
};

/** A beginner's strength, what stands in where nobody publishes yet: that after a year, for so long
 * it takes until what is planned now has settled. */
export const beginner = (channel: Channel): number => LEVELS[channel][1]?.standing ?? 0;

/** Where one finds the number. */
export const WHERE_TO_FIND: Record<Channel, string> = {
  web: "Authority runs from 0 to 100; any link checker can give you a figure. Above 33 is already high.",
  video: "The follower count on your channel page.",
  marketplace: "The review count on your shop page.",
};

/** What a strength is like: the highest level that it reaches. */
export function strengthWords(channel: Channel, standing: number): string {
  const levels = LEVELS[channel];
  const reached = levels.filter((level) => standing >= level.standing);
  const level = reached[reached.length - 1];
  return level ? `comparable with ${level.words}` : "weaker than any of the examples";
}
