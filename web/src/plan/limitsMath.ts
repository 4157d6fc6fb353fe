/** The plan's limits as they are typed, and what is wrong with them. */
import type { Schemas } from "../api/client";
import { readNumber } from "../parts/numbers";

export const HORIZONS = [6, 12, 18, 24] as const;
type Limits = Schemas["LimitsIn"];

/** All numbers as typed; empty where there is no limit. */
export type LimitFields = {
  horizon: number;
  people: { name: string; hours: string }[];
  kinds: Record<string, string>;
  alike: string;
  towns: string;
};

export function limitFields(told: Limits): LimitFields {
  return {
    horizon: told.horizon,
    people: (told.people ?? []).map((one) => ({ name: one.name, hours: String(one.hours) })),
    kinds: Object.fromEntries((told.kinds ?? []).map((one) => [one.kind, String(one.most)])),
    alike: told.alike == null ? "" : String(told.alike),
    towns: told.towns_pct == null ? "" : String(told.towns_pct),
  };
}

const whole = (typed: string, most: number): number | null => {
  const number = readNumber(typed);
  return number !== null && Number.isInteger(number) && number >= 0 && number <= most
    ? number
    : null;
};

/** The limits that are meant, or the first thing that is wrong. Lines without a name and hours are
 * left out. */
export function readLimits(fields: LimitFields): { limits: Limits | null; wrong: string } {
  const people: { name: string; hours: number }[] = [];
  for (const one of fields.people) {
    const name = one.name.trim();
    if (!name && !one.hours.trim()) continue;
    const hours = readNumber(one.hours);
    if (!name) return wrong("Enter a name for everyone with hours.");
    if (hours === null || hours < 0 || hours > 744)
      return wrong(`${name} has 0 to 744 hours a month.`);
    if (people.some((other) => other.name === name)) return wrong(`${name} is listed twice.`);
    people.push({ name, hours });
  }
  const kinds: { kind: Schemas["KindOut"]["id"]; most: number }[] = [];
  for (const [kind, typed] of Object.entries(fields.kinds)) {
    if (!typed.trim()) continue;
    const most = whole(typed, 1_000);
    if (most === null) return wrong("Pieces of a kind are whole numbers from 0 to 1,000.");
    kinds.push({ kind: kind as Schemas["KindOut"]["id"], most });
  }
  const alike = fields.alike.trim() ? whole(fields.alike, 10_000) : null;
  if (fields.alike.trim() && alike === null)
    return wrong("Location pages are a whole number from 0 to 10,000.");
  const towns_pct = fields.towns.trim() ? whole(fields.towns, 99) : null;
  if (fields.towns.trim() && towns_pct === null)
    return wrong("The share of location pages is a whole number from 0 to 99.");
  const horizon = HORIZONS.find((months) => months === fields.horizon) ?? 12;
  return { limits: { horizon, people, kinds, alike, towns_pct }, wrong: "" };
}

const wrong = (why: string) => ({ limits: null, wrong: why });
