/** Where the clusters of a theme stand on its stave. */
import type { Schemas } from "../api/client";

export type Whole = Schemas["WholeOut"];
export type Theme = Schemas["ThemeOut"];
export type Drawn = Schemas["DrawnOut"];
export type ScoreBy = "chance" | "season";

/** Chances at the ends of the stave: below the first a cluster is told only in number. */
export const ENDS = [0.02, 0.995] as const;
/** Clusters drawn of one month, those worth most. */
export const A_MONTH = 5;
const odds = (chance: number) => Math.log(chance / (1 - chance));

/** Per cent of the stave at which a chance stands: by its odds, so that 95 and 99 per cent, or 2 and 5,
 * stand as far apart as they are in fact. */
export function placeOfChance(chance: number): number {
  const [low, high] = ENDS;
  const held = Math.min(high, Math.max(low, chance));
  return (100 * (odds(held) - odds(low))) / (odds(high) - odds(low));
}

/** Per cent of the stave's width; null where it is not known, or hardly to be had. */
export function placeOf(note: Drawn, by: ScoreBy): number | null {
  if (by === "season") return note.peak ? ((note.peak - 0.5) / 12) * 100 : null;
  return note.chance === null || note.chance < ENDS[0] ? null : placeOfChance(note.chance);
}

/** How tall a cluster is drawn, 0-1, by the logarithm of what it is worth beside the most. */
export function heightOf(worth: number, most: number): number {
  if (worth <= 0 || most <= 0) return 0.12;
  return 0.12 + 0.88 * Math.max(0, 1 + Math.log10(worth / most) / 3);
}

/** What notes are drawn by: their worth, or where none is known how much they are searched. */
export function measureOf(notes: readonly Drawn[]): {
  byWorth: boolean;
  height: (note: Drawn) => number;
} {
  const byWorth = notes.some((note) => note.worth !== null);
  const brings = (note: Drawn) => (byWorth ? worth(note) : note.volume);
  const most = Math.max(0, ...notes.map(brings));
  return { byWorth, height: (note) => heightOf(brings(note), most) };
}

const worth = (note: Drawn) => note.worth ?? 0;

/** Clusters in the order in which they stand, those without a place left out; of two at one place
 * the one worth more first. */
export function inOrder(notes: readonly Drawn[], by: ScoreBy): Drawn[] {
  const held = new Map<number, number>();
  return [...notes]
    .sort((a, b) => worth(b) - worth(a))
    .filter((note) => {
      if (by !== "season") return true;
      held.set(note.peak, (held.get(note.peak) ?? 0) + 1);
      return (held.get(note.peak) ?? 0) <= A_MONTH;
    })
    .filter((note) => placeOf(note, by) !== null)
    .sort((a, b) => (placeOf(a, by) ?? 0) - (placeOf(b, by) ?? 0) || worth(b) - worth(a));
}

/** Per cent of the stave that two notes stand apart at least. */
const APART = 0.9;

/** Per cent of the stave at which each note is drawn: where it belongs, but so far from the next that
 * each can be seen and pressed. */
export function spread(notes: readonly Drawn[], by: ScoreBy): ReadonlyMap<number, number> {
  const places = new Map<number, number>();
  if (by === "chance") {
    const apart = Math.min(APART, 100 / Math.max(1, notes.length));
    const at = notes.map((note) => placeOf(note, by) ?? 0);
    for (let i = 1; i < at.length; i++) at[i] = Math.max(at[i] ?? 0, (at[i - 1] ?? 0) + apart);
    const last = at.length - 1;
    at[last] = Math.min(100, at[last] ?? 0);
    for (let i = last - 1; i >= 0; i--) at[i] = Math.min(at[i] ?? 0, (at[i + 1] ?? 0) - apart);
    notes.forEach((note, i) => {
      places.set(note.id, at[i] ?? 0);
    });
    return places;
  }
  const months = new Map<number, Drawn[]>();
  for (const note of notes) months.set(note.peak, [...(months.get(note.peak) ?? []), note]);
  for (const [month, inMonth] of months)
    inMonth.forEach((note, place) => {
      const share = (place + 0.5) / inMonth.length;
      places.set(note.id, ((month - 1 + 0.1 + 0.8 * share) / 12) * 100);
    });
  return places;
}
