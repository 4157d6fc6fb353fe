/** What a desk works out by itself: what changed, what is to be marked, how limits read. */
import type { Schemas } from "../api/client";
import { exact, plural } from "../parts/format";
import type { Fields } from "./changes";

export type Measured = Schemas["FieldMeasuredOut"];
export type Edits = Schemas["SaveIn"]["edits"];

/** Fields that are not as they were, with both. */
export function editsOf(base: Fields, now: Fields): Edits {
  const edits: Edits = {};
  for (const name of new Set([...Object.keys(base), ...Object.keys(now)])) {
    const was = base[name] ?? "";
    const is = now[name] ?? "";
    if (was !== is) edits[name] = { was, now: is };
  }
  return edits;
}

/** Fields after a save: what others changed is taken over where one has not typed since. */
export function afterSave(
  now: Fields,
  sent: Fields,
  others: Fields,
): { fields: Fields; taken: string[] } {
  const fields: Record<string, string> = { ...now };
  const taken: string[] = [];
  for (const [name, text] of Object.entries(others))
    if ((now[name] ?? "") === (sent[name] ?? "") && text !== (now[name] ?? "")) {
      fields[name] = text;
      taken.push(name);
    }
  return { fields, taken };
}

/** What the next edits are compared with: a field typed in since then is still as it was sent,
 * so that the server can put both together. */
export function baseAfterSave(now: Fields, sent: Fields, others: Fields): Fields {
  const base: Record<string, string> = { ...sent };
  for (const [name, text] of Object.entries(others))
    if ((now[name] ?? "") === (sent[name] ?? "")) base[name] = text;
  return base;
}

export type Clash = Schemas["ClashOut"];
export type Clashes = Readonly<Record<string, readonly Clash[]>>;

/** Clashes that are still to be decided, and those of a save; each once. */
export function withClashes(open: Clashes, fresh: Clashes): Clashes {
  const all: Record<string, readonly Clash[]> = { ...open };
  for (const [name, clashes] of Object.entries(fresh)) {
    const known = (all[name] ?? []).filter(
      (one) => !clashes.some((clash) => clash.mine === one.mine || clash.theirs === one.theirs),
    );
    all[name] = [...known, ...clashes];
  }
  return all;
}

/** A field once a clash is decided: the other's paragraph in place of one's own, or after it. Where
 * one's own is no longer to be found, the other's comes last. */
export function decided(text: string, clash: Clash, keep: "theirs" | "both", gap: string): string {
  const at = clash.mine ? text.indexOf(clash.mine) : -1;
  if (at < 0) return [text, clash.theirs].filter(Boolean).join(gap);
  const end = at + clash.mine.length;
  const own = keep === "both" ? `${clash.mine}${gap}` : "";
  return text.slice(0, at) + own + clash.theirs + text.slice(end);
}

export type Mark = { start: number; end: number; strong: boolean };

/** Stretches to mark in a field, apart and in order: those of the phrase that is looked for are
 * strong. */
export function marksOf(
  places: Schemas["LookOut"]["places"],
  field: string,
  length: number,
  wanted: number | undefined,
): Mark[] {
  const level = new Uint8Array(length);
  for (const place of places)
    if (place.field === field)
      for (const cell of place.cells) {
        const strong = cell.phrase === wanted;
        if (!strong && cell.level !== "exact" && cell.level !== "variant") continue;
        for (const [start = 0, end = 0] of cell.spans)
          for (let at = start; at < Math.min(end, length); at++)
            level[at] = Math.max(level[at] ?? 0, strong ? 2 : 1);
      }
  const marks: Mark[] = [];
  for (let at = 0; at < length; at++) {
    const here = level[at] ?? 0;
    const last = marks.at(-1);
    if (!here) continue;
    if (last && last.end === at && last.strong === (here === 2)) last.end = at + 1;
    else marks.push({ start: at, end: at + 1, strong: here === 2 });
  }
  return marks;
}

const UNITS: Record<Measured["unit"], readonly [string, string]> = {
  characters: ["character", "characters"],
  bytes: ["byte", "bytes"],
  words: ["word", "words"],
  pixels: ["pixel", "pixels"],
};

/** How a field stands to a limit, in words. */
export function measuredWords(one: Measured): string {
  const [, units] = UNITS[one.unit];
  if (one.of === "items") {
    const many = one.takes - one.most;
    const over = one.state === "over" ? `, ${exact(many)} too many` : "";
    const what = one.kind === "seen" ? " shown" : "";
    return `${exact(one.takes)} of ${exact(one.most)}${what}${one.kind === "seen" ? "" : over}`;
  }
  const of = `${exact(Math.ceil(one.takes))} of ${exact(one.most)} ${units}`;
  if (one.of === "each")
    return one.over.length
      ? `${plural(one.over.length, "line")} longer than ${exact(one.most)} ${units}`
      : one.takes
        ? `longest ${of}`
        : "";
  if (one.kind === "seen") return one.state === "over" ? `${exact(one.most)} seen at first` : "";
  if (one.kind === "best")
    return one.state === "over" ? `best within ${exact(one.most)} ${units}` : "";
  return one.state === "over"
    ? `${of}: ${exact(Math.ceil(one.takes - one.most))} over`
    : one.state === "near"
      ? `${of}, nearly full`
      : of;
}

/** The limit that a field is nearest to or furthest over: what its bar shows. */
export function tightest(measured: readonly Measured[]): Measured | undefined {
  return measured
    .filter((one) => one.kind === "most" && one.of !== "each")
    .reduce<Measured | undefined>(
      (most, one) => (!most || one.takes / one.most > most.takes / most.most ? one : most),
      undefined,
    );
}
