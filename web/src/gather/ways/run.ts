/** A run as the form holds it: what it may be, how it begins, how seeds are added. */

import * as z from "zod/mini";
import type { Channel, Schemas } from "../../api/client";
import { GROUPS, type WayId } from "../../parts/wayWords";
import { CHANNEL_IDS } from "../../shared/channels";
import { text } from "../../shared/shapes";

const WAYS = GROUPS.flatMap((group) => group.ways);

const runShape = z.object({
  seeds: text(60_000),
  channels: z.array(z.enum(CHANNEL_IDS)).check(z.maxLength(CHANNEL_IDS.length)),
  ways: z
    .array(z.custom<WayId>((id) => WAYS.includes(id as WayId)))
    .check(z.maxLength(WAYS.length)),
  options: z.object({
    depth: z.int().check(z.gte(1), z.lte(3)),
    steps: z.int().check(z.gte(1), z.lte(3)),
    place: text(80),
    into: z.enum(["", "en", "de", "fr", "es", "it", "nl", "pt"]),
    results: z.int().check(z.gte(3), z.lte(20)),
    most: z.int().check(z.gte(10), z.lte(100_000)),
  }),
});
export type Run = z.output<typeof runShape> & Schemas["RunIn"];

export const emptyRun = (channel: Channel): Run => ({
  seeds: "",
  channels: [channel],
  ways: ["box", "alphabet", "asked", "related"],
  options: { depth: 1, steps: 1, place: "", into: "", results: 10, most: 5_000 },
});

export const readRun = (kept: unknown): Run | undefined => runShape.safeParse(kept).data;

const PARTED = /[,;\n]/;
const same = (one: string, other: string) =>
  one.trim().toLowerCase() === other.trim().toLowerCase();

/** Whether a seed is among those typed. */
export const hasSeed = (typed: string, seed: string): boolean =>
  typed.split(PARTED).some((part) => same(part, seed));

/** The seeds typed, with one more; not twice. */
export function addSeed(typed: string, seed: string): string {
  if (hasSeed(typed, seed)) return typed;
  return typed.trim() ? `${typed.trim().replace(/[,;]$/, "")}, ${seed}` : seed;
}

/** The seeds typed without one, or with it where it was not there. */
export function toggleSeed(typed: string, seed: string): string {
  if (!hasSeed(typed, seed)) return addSeed(typed, seed);
  const others = typed.split(PARTED).filter((part) => part.trim() && !same(part, seed));
  return others.map((part) => part.trim()).join(", ");
}

export const toggled = <T>(list: readonly T[], item: T): T[] =>
  list.includes(item) ? list.filter((other) => other !== item) : [...list, item];
