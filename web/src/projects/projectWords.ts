/** A project as its form holds it, and as the server takes it. */

import type { Schemas } from "../api/client";
import { readNumber } from "../parts/numbers";
import { wrongStanding } from "./strengthWords";

export type Fields = Omit<
  Schemas["ProjectIn"],
  "outlets" | "own_brands" | "rival_brands" | "places" | "click_values"
> & {
  own_brands: string;
  rival_brands: string;
  places: string;
  click_values: Record<string, string>;
};
export type OutletDraft = {
  name: string;
  channel: Schemas["OutletIn"]["channel"];
  address: string;
  standing: string;
  days: string;
  /** Whether its strength stands in for one that nobody told. */
  assumed?: boolean;
  /** What a grown piece of it mostly has, as it is typed; empty for the usual. */
  pull?: string;
  /** Where the strength is from, in the person's own words. */
  reason?: string;
};

export const CURRENCIES: Record<string, string> = {
  GB: "£",
  US: "$",
  CA: "$",
  AU: "$",
  NZ: "$",
  CH: "CHF",
  MX: "$",
  BR: "R$",
};

export type ThresholdId = "least_volume" | "go_chance" | "try_chance" | "least_worth" | "few_pages";
type Thresholds = Record<ThresholdId, number>;

/** What a Go and a Try must bring to begin with; the server holds the same. */
export const PRESETS: Record<Fields["preset"], Thresholds & { name: string }> = {
  new: {
    name: "a new outlet: accept small gains",
    least_volume: 20,
    go_chance: 0.5,
    try_chance: 0.25,
    least_worth: 0.5,
    few_pages: 200,
  },
  growing: {
    name: "a growing outlet",
    least_volume: 40,
    go_chance: 0.5,
    try_chance: 0.2,
    least_worth: 2,
    few_pages: 500,
  },
  established: {
    name: "an established outlet: be selective",
    least_volume: 100,
    go_chance: 0.6,
    try_chance: 0.3,
    least_worth: 8,
    few_pages: 2000,
  },
};

/** The thresholds that hold: the preset's, but where one's own stand. */
export const thresholdsOf = (fields: Pick<Fields, "preset" | "thresholds">): Thresholds => {
  const { name, ...preset } = PRESETS[fields.preset];
  return { ...preset, ...fields.thresholds };
};

export const EMPTY_FIELDS: Fields = {
  name: "",
  about: "",
  country: "GB",
  language: "en",
  currency: "£",
  hours_a_month: 30,
  hour_value: 10,
  thresholds: {},
  figures_from: "practice",
  own_brands: "",
  rival_brands: "",
  places: "",
  preset: "growing",
  click_values: {},
};
export const emptyOutlet = (channel: OutletDraft["channel"] = "web"): OutletDraft => ({
  name: "",
  channel,
  address: "",
  standing: "",
  days: "",
});

/** An outlet that is there, as its line holds it. */
export const toDraft = (outlet: Schemas["OutletOut"]): OutletDraft => ({
  name: outlet.name,
  channel: outlet.channel,
  address: outlet.address ?? "",
  standing: String(outlet.standing),
  assumed: outlet.assumed,
  pull: outlet.pull == null ? "" : String(outlet.pull),
  reason: outlet.reason ?? "",
  days: outlet.days_until_shown == null ? "" : String(outlet.days_until_shown),
});

const words = (text: string): string[] =>
  text
    .split(/[,;\n]/)
    .map((word) => word.trim())
    .filter(Boolean);

/** The form of a project that is there. */
export function toFields(project: Schemas["ProjectOut"]): Fields {
  const {
    id,
    version,
    locale,
    lookups_left,
    outlets,
    chosen_outlets,
    own_brands,
    rival_brands,
    places,
    click_values,
    ...rest
  } = project;
  return {
    ...rest,
    own_brands: own_brands.join(", "),
    rival_brands: rival_brands.join(", "),
    places: places.join(", "),
    click_values: Object.fromEntries(
      Object.entries(click_values).map(([intent, value]) => [intent, String(value)]),
    ),
  };
}

/** What the server takes. */
export function fromFields(fields: Fields): Omit<Schemas["ProjectIn"], "outlets"> {
  const values = Object.entries(fields.click_values).filter(([, value]) => value.trim() !== "");
  return {
    ...fields,
    own_brands: words(fields.own_brands),
    rival_brands: words(fields.rival_brands),
    places: words(fields.places),
    click_values: Object.fromEntries(
      values.map(([intent, value]) => [intent, readNumber(value) ?? 0]),
    ),
  };
}

/** What is wrong with a form before it is sent: field to sentence. */
export function fieldErrors(fields: Fields): Record<string, string> {
  const found: Record<string, string> = {};
  if (!fields.name.trim()) found.name = "A project needs a name.";
  if (!(fields.hour_value >= 0)) found.hour_value = "Enter 0 or more.";
  if (!(fields.hours_a_month >= 0 && fields.hours_a_month <= 744))
    found.hours_a_month = "Enter 0 to 744 hours.";
  for (const [intent, value] of Object.entries(fields.click_values))
    if (value.trim() && !((readNumber(value) ?? -1) >= 0))
      found[`click_${intent}`] = `“${value}” is not an amount.`;
  return found;
}

/** An outlet as the server takes it, or what is wrong with it. */
export function readOutlet(
  draft: OutletDraft,
): { outlet: Schemas["OutletIn"] } | { wrong: string } {
  const standing = readNumber(draft.standing) ?? Number.NaN;
  const days = draft.days.trim() === "" ? null : Number(draft.days);
  const pull = draft.pull?.trim() ? (readNumber(draft.pull) ?? Number.NaN) : null;
  if (!draft.name.trim()) return { wrong: "An outlet needs a name." };
  if (draft.standing.trim() === "" || !(standing >= 0))
    return { wrong: "Strength must be 0 or more." };
  const beyond = wrongStanding(draft.channel, standing);
  if (beyond) return { wrong: beyond };
  if (days !== null && !(Number.isInteger(days) && days >= 0 && days <= 365))
    return { wrong: "Days until ranking: a whole number from 0 to 365." };
  if (pull !== null && !(pull >= 0)) return { wrong: "Enter 0 or more for a typical piece." };
  return {
    outlet: {
      name: draft.name.trim(),
      channel: draft.channel,
      address: draft.address.trim(),
      standing,
      days_until_shown: days,
      assumed: false,
      pull,
      reason: draft.reason?.trim() ?? "",
    },
  };
}
