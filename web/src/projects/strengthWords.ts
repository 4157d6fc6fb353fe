/** What an outlet's strength means in words, and how one finds one's own. */
import type { Channel } from "../api/client";
import { capital } from "../parts/format";
import { channelOf } from "../shared/channels";

/** A beginner's strength, what stands in where nobody publishes yet: that after a year, for so long
 * it takes until what is planned now has settled. */
export const beginner = (channel: Channel): number => channelOf(channel).levels[1].standing;

/** What a strength is like: the highest level that it reaches. */
export function strengthWords(channel: Channel, standing: number): string {
  const reached = channelOf(channel).levels.filter((level) => standing >= level.standing);
  const level = reached[reached.length - 1];
  return level ? `comparable with ${level.words}` : "weaker than any of the examples";
}

/** What is wrong with a strength; "" where nothing is. One that is not counted runs from 0 to the
 * most there is. */
export function wrongStanding(channel: Channel, standing: number): string {
  const { counted, most_standing, standing: name } = channelOf(channel);
  if (counted || standing <= most_standing) return "";
  return `${capital(name)} must be between 0 and ${most_standing}.`;
}
