/** The map of what was covered, as rows of seeds, and its gaps. */
import type { Schemas } from "../../api/client";
import { exact, plural } from "../../parts/format";

type Cell = Schemas["CellOut"];

export function bySeed(cells: readonly Cell[]): { seed: string; cells: Map<string, Cell> }[] {
  const rows = new Map<string, Map<string, Cell>>();
  for (const cell of cells) {
    const row = rows.get(cell.seed) ?? new Map<string, Cell>();
    row.set(cell.way, cell);
    rows.set(cell.seed, row);
  }
  return [...rows].map(([seed, found]) => ({ seed, cells: found }));
}

/** The seeds and ways of what was not asked, among some ways. What was asked today is not bought
 * again, so that a seed with one gap may be run by all of these ways. */
export function gapsOf(
  cells: readonly Cell[],
  ways: readonly string[],
): { seeds: string[]; ways: string[] } {
  const gaps = cells.filter((cell) => !cell.asked && ways.includes(cell.way));
  return {
    seeds: [...new Set(gaps.map((cell) => cell.seed))],
    ways: ways.filter((way) => gaps.some((cell) => cell.way === way)),
  };
}

/** What is not covered yet: the sentence around its price, "" where nothing is missing or
 * nothing costs. */
export function restWords(told: Schemas["CoverageOut"]): {
  before: string;
  price: string;
  after: string;
} {
  const { free_gaps: free, paid_gaps: paid } = told;
  if (!free && !paid) {
    return { before: "Every method was used for every seed.", price: "", after: "" };
  }
  const more = ` About ${exact(told.rest_new)} keywords more in all.`;
  const gaps = `${plural(free + paid, "gap")} on the map`;
  if (!paid) {
    return { before: `${gaps}, free to fill.${more}`, price: "", after: "" };
  }
  const before = free
    ? `${gaps}: ${exact(free)} free to fill, ${exact(paid)} for `
    : `${gaps}: to fill for `;
  return { before, price: `${exact(told.rest_price)} lookups`, after: `.${more}` };
}
