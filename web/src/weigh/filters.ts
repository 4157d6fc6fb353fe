/** The filters of the sheet: what the address may hold, how each is named, and what goes to the server. */
import { z } from "zod";
import type { Channel, Schemas } from "../api/client";

export type ServerQuery = Partial<Schemas["SheetQuery"]>;
const amount = z.number().nonnegative().optional().catch(undefined);
const listOf = <T extends string>(values: readonly [T, ...T[]]) => z.array(z.enum(values)).default([]).catch([]);

export const INTENTS = ["informational", "navigational", "commercial", "transactional"] as const;
export const VERDICTS = ["go", "try", "hard", "skip", "none"] as const;
export const STATES = ["in_play", "open", "kept", "shortlisted", "parked", "dropped", "left_out", "all"] as const;
export const SORTS = [
  "worth",
  "volume",
  "difficulty",
  "chance",
  "text",
  "cpc",
  "words",
  "change",
  "title_matches",
  "clicks",
  "position",
  "weak_spots",
  "fit",
  "intent",
  "verdict",
  "season",
  "relevance",
  "arrival",
] as const;
export type Sort = (typeof SORTS)[number];

export const sheetSearch = z.object({
  q: z.string().max(200).default("").catch(""),
  without: z.string().max(200).default("").catch(""),
  volume_min: amount,
  volume_max: amount,
  difficulty_min: amount,
  difficulty_max: amount,
  chance_min: amount,
  chance_max: amount,
  worth_min: amount,
  worth_max: amount,
  cpc_min: amount,
  cpc_max: amount,
  words_min: amount,
  words_max: amount,
  intent: listOf(INTENTS),
  verdict: listOf(VERDICTS),
  state: z.enum(STATES).default("in_play").catch("in_play"),
  leads: z.boolean().optional().catch(undefined),
  own: z.boolean().optional().catch(undefined),
  waiting: z.boolean().optional().catch(undefined),
  local: z.boolean().optional().catch(undefined),
  sort: z.enum(SORTS).default("worth").catch("worth"),
  descending: z.boolean().default(true).catch(true),
  row: z.number().int().positive().optional().catch(undefined),
});
export type SheetSearch = z.output<typeof sheetSearch>;
/** What may be left out of an address. */
export type SheetAddress = Partial<SheetSearch>;

export const SHEET_DEFAULTS = {
  q: "",
  without: "",
  intent: [] as SheetSearch["intent"],
  verdict: [] as SheetSearch["verdict"],
  state: "in_play" as const,
  sort: "worth" as const,
  descending: true,
};

export type RangeId = "volume" | "difficulty" | "chance" | "worth" | "cpc" | "words";
/** A range filter: its name, its unit as shown, and how many of the shown unit make one of the server's. */
export const RANGES: readonly { id: RangeId; name: string; unit: string; per: number }[] = [
  { id: "volume", name: "Searches", unit: "a month", per: 1 },
  { id: "difficulty", name: "Difficulty", unit: "0-100", per: 1 },
  { id: "chance", name: "Chance", unit: "%", per: 100 },
  { id: "worth", name: "Worth", unit: "a month", per: 1 },
  { id: "cpc", name: "Cost per click", unit: "", per: 1 },
  { id: "words", name: "Words", unit: "words", per: 1 },
];

/** A range in words, or nothing where it is open at both ends. */
export function rangeWords(search: SheetAddress, range: (typeof RANGES)[number]): string {
  const low = search[`${range.id}_min`];
  const high = search[`${range.id}_max`];
  const shown = (value: number) => `${+(value * range.per).toFixed(2)}${range.unit === "%" ? "%" : ""}`;
  if (low === undefined && high === undefined) return "";
  if (high === undefined) return `${shown(low as number)} or more`;
  if (low === undefined) return `up to ${shown(high)}`;
  return low === high ? shown(low) : `${shown(low)} to ${shown(high)}`;
}

export const capital = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1);

/** Whether anything but order is asked. */
export function isFiltered(search: SheetAddress): boolean {
  const { sort, descending, row, ...asked } = { ...SHEET_DEFAULTS, ...search };
  return Object.entries(asked).some(([name, value]) => {
    const usual = SHEET_DEFAULTS[name as keyof typeof SHEET_DEFAULTS];
    return Array.isArray(value) ? value.length > 0 : value !== undefined && value !== usual;
  });
}

/** The filter and order of an address as the server's query. */
export function toQuery(search: SheetSearch, channel: Channel): ServerQuery {
  const { row, ...rest } = search;
  return { ...rest, channel };
}

/** The address of the CSV with the same filter. */
export function csvAddress(projectId: number, query: ServerQuery): string {
  const parts = new URLSearchParams();
  for (const [name, value] of Object.entries(query)) {
    if (Array.isArray(value)) for (const one of value) parts.append(name, String(one));
    else if (value !== undefined && value !== null && value !== "") parts.append(name, String(value));
  }
  return `/api/projects/${projectId}/keywords.csv?${parts}`;
}
