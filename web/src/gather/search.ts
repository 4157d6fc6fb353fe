/** What the address of Gather may hold: what is looked at, and how one got there. */
import { z } from "zod";
import type { Channel } from "../api/client";
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
  tab: z.enum(TABS).default("stream").catch("stream"),
  state: z.enum(STATES).default("new").catch("new"),
  job: z.number().int().nonnegative().default(0).catch(0),
  way: z.string().max(20).default("").catch(""),
  q: z.string().max(200).default("").catch(""),
  sort: z.enum(SORTS).default("arrival").catch("arrival"),
  // Whether the dialog that takes files is open.
  bring: z.boolean().default(false).catch(false),
  row: z.number().int().positive().optional().catch(undefined),
  trail: z.array(z.string().max(200)).max(30).default([]).catch([]),
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
