/** What the address of Gather may hold: what is looked at, and how one got there. */
import * as z from "zod/mini";
import type { Channel } from "../api/client";
import { id, maybe, orElse, text } from "../shared/shapes";
import type { StreamQuery } from "./queries";

export const TABS = ["stream", "covered", "rules"] as const;
export const STATES = [
  "new",
  "kept",
  "shortlisted",
  "parked",
  "dropped",
  "left_out",
  "all",
] as const;
export const SORTS = ["arrival", "relevance", "off_topic"] as const;

export const gatherSearch = z.object({
  tab: orElse(z.enum(TABS), "stream"),
  state: orElse(z.enum(STATES), "new"),
  job: orElse(z.int().check(z.nonnegative()), 0),
  way: orElse(text(20), ""),
  q: orElse(text(200), ""),
  sort: orElse(z.enum(SORTS), "arrival"),
  // Whether the dialog that takes files is open.
  bring: orElse(z.boolean(), false),
  row: maybe(id),
  trail: orElse(z.array(text(200)).check(z.maxLength(30)), []),
});
export type GatherSearch = z.output<typeof gatherSearch>;

export const GATHER_DEFAULTS = {
  tab: "stream" as const,
  state: "new" as const,
  job: 0,
  way: "",
  q: "",
  bring: false,
  sort: "arrival" as const,
  trail: [] as string[],
};

export function toStreamQuery(search: GatherSearch, channel: Channel): StreamQuery {
  const { state, job, way, q, sort } = search;
  return { channel, state, job, way, q, sort };
}

/** The trail when one digs into a keyword that a seed brought: from the seed on, where it is not
 * on it yet. */
export function dugInto(trail: readonly string[], seed: string, keyword: string): string[] {
  const at = trail.indexOf(seed);
  const before = at >= 0 ? trail.slice(0, at + 1) : seed && seed !== keyword ? [seed] : [];
  return [...before.filter((earlier) => earlier !== keyword), keyword].slice(-30);
}
