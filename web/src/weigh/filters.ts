/** The filters of the sheet: what the address may hold, how each is named, and what goes to the
 * server. All of it is made from the sheet's columns. */
import * as z from "zod/mini";
import type { Channel, Row, Schemas } from "../api/client";
import { COLUMNS } from "../api/columns";
import { id, maybe, orElse, text } from "../shared/shapes";

type Column = (typeof COLUMNS)[number];
type Named<F extends Column["filter"]> = Extract<Column, { filter: F }>;

export type ServerQuery = Partial<Schemas["SheetQuery"]>;
export type Sort = Extract<Column, { sorts: true }>["id"];
export type RangeId = Named<"range">["filter_id"];
type FlagId = Named<"flag" | "known">["filter_id"];

const amount = maybe(z.number().check(z.nonnegative()));
const flag = maybe(z.boolean());

const sorted = COLUMNS.filter((column) => column.sorts);
const SORTS = sorted.map((column) => column.id) as [Sort, ...Sort[]];
const isRange = (column: Column): column is Named<"range"> => column.filter === "range";
const isFlag = (column: Column): column is Named<"flag" | "known"> =>
  column.filter === "flag" || column.filter === "known";

/** The names that a column can be narrowed to any of. */
const namesOf = <T extends string>(id: Named<"any_of">["id"]): readonly [T, ...T[]] =>
  COLUMNS.find((column) => column.id === id)?.names as unknown as readonly [T, ...T[]];
const anyOf = <T extends string>(names: readonly [T, ...T[]]) => orElse(z.array(z.enum(names)), []);

export const INTENTS = namesOf<Exclude<Row["intent"], "">>("intent");
export const VERDICTS = namesOf<Exclude<Row["verdict"], ""> | "none">("verdict");
export const FEATURES = namesOf<Row["features"][number]>("features");
export const STATES = [
  "in_play",
  "open",
  "kept",
  "shortlisted",
  "parked",
  "dropped",
  "left_out",
  "all",
] as const;

type Ends = { [K in `${RangeId}_min` | `${RangeId}_max`]: typeof amount };
const ends = Object.fromEntries(
  COLUMNS.filter(isRange).flatMap(({ filter_id: id }) => [
    [`${id}_min`, amount],
    [`${id}_max`, amount],
  ]),
) as Ends;
const flags = Object.fromEntries(
  COLUMNS.filter(isFlag).map((column) => [column.filter_id, flag]),
) as { [K in FlagId]: typeof flag };

export const sheetSearch = z.object({
  q: orElse(text(200), ""),
  without: orElse(text(200), ""),
  ...ends,
  ...flags,
  intent: anyOf(INTENTS),
  verdict: anyOf(VERDICTS),
  features: anyOf(FEATURES),
  columns: orElse(z.enum(["usual", "page"]), "usual"),
  state: orElse(z.enum(STATES), "in_play"),
  sort: orElse(z.enum(SORTS), "worth"),
  descending: orElse(z.boolean(), true),
  row: maybe(id),
});
export type SheetSearch = z.output<typeof sheetSearch>;
/** What may be left out of an address. */
export type SheetAddress = Partial<SheetSearch>;

export const SHEET_DEFAULTS = {
  q: "",
  without: "",
  intent: [] as SheetSearch["intent"],
  verdict: [] as SheetSearch["verdict"],
  features: [] as SheetSearch["features"],
  columns: "usual" as const,
  state: "in_play" as const,
  sort: "worth" as const,
  descending: true,
};

/** A range filter: its name, its unit as shown, and how many of the shown unit make one of the
 * server's. */
export type Range = { id: RangeId; name: string; unit: string; per: number };
const UNITS: Partial<Record<Column["unit"], { unit: string; per?: number }>> = {
  searches: { unit: "a month" },
  share: { unit: "%", per: 100 },
  points: { unit: "0-100" },
  words: { unit: "words" },
};
/** The ranges in the order in which they are offered: what is asked for most stands first. */
const OFFERED: readonly RangeId[] = ["volume", "difficulty", "chance", "worth", "cpc", "words"];
export const RANGES: readonly Range[] = COLUMNS.filter(isRange)
  .map((column) => ({
    id: column.filter_id,
    name: column.id === "volume" ? "Searches" : column.heading,
    unit: UNITS[column.unit]?.unit ?? (column.id === "worth" ? "a month" : ""),
    per: UNITS[column.unit]?.per ?? 1,
  }))
  .sort((a, b) => rankOf(a.id) - rankOf(b.id));

function rankOf(id: RangeId): number {
  const place = OFFERED.indexOf(id);
  return place < 0 ? OFFERED.length : place;
}

/** The order that a press on a heading asks for: the other way round where it is sorted by
 * already, else the way in which one looks at such a figure first. */
export function pressed(search: { sort: Sort; descending: boolean }, by: Sort) {
  if (by === search.sort) return { sort: by, descending: !search.descending };
  return { sort: by, descending: !sorted.find((column) => column.id === by)?.rises };
}

/** What a list is sorted by, in words. */
export const sortName = (by: Sort): string => {
  const heading = sorted.find((column) => column.id === by)?.heading ?? by;
  return heading.charAt(0).toLowerCase() + heading.slice(1);
};

/** A range in words, or nothing where it is open at both ends. */
export function rangeWords(search: SheetAddress, range: Range): string {
  const low = search[`${range.id}_min`];
  const high = search[`${range.id}_max`];
  const shown = (value: number) =>
    `${+(value * range.per).toFixed(2)}${range.unit === "%" ? "%" : ""}`;
  if (low === undefined && high === undefined) return "";
  if (high === undefined) return `${shown(low as number)} or more`;
  if (low === undefined) return `up to ${shown(high)}`;
  return low === high ? shown(low) : `${shown(low)} to ${shown(high)}`;
}

export const capital = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1);

/** Whether anything but order is asked. */
export function isFiltered(search: SheetAddress): boolean {
  const { sort, descending, row, columns, ...asked } = { ...SHEET_DEFAULTS, ...search };
  return Object.entries(asked).some(([name, value]) => {
    const usual = SHEET_DEFAULTS[name as keyof typeof SHEET_DEFAULTS];
    return Array.isArray(value) ? value.length > 0 : value !== undefined && value !== usual;
  });
}

/** The filter and order of an address as the server's query. */
export function toQuery(search: SheetSearch, channel: Channel): ServerQuery {
  const { row, columns, ...rest } = search;
  return { ...rest, channel };
}

/** The address of the CSV with the same filter. */
export function csvAddress(projectId: number, query: ServerQuery): string {
  const parts = new URLSearchParams();
  for (const [name, value] of Object.entries(query)) {
    if (Array.isArray(value)) for (const each of value) parts.append(name, String(each));
    else if (value !== undefined && value !== null && value !== "")
      parts.append(name, String(value));
  }
  return `/api/projects/${projectId}/keywords.csv?${parts}`;
}
