/** What has been gathered so far as a table: a row a seed, a cell a channel and way. */
import type { Schemas } from "../api/client";

export type Brought = Schemas["BroughtOut"];
export type Cell = { keywords: number; new: number };
export type SeedRow = { seed: string; total: number; cells: ReadonlyMap<string, Cell> };

/** Columns of the map: channel and way. Questions of a results page and its related searches come by one way. */
export const cellId = (channel: string, method: string): string =>
  `${channel}|${method === "related" ? "related" : method}`;

/** Seeds in order of what they brought, the most first. */
export function coverageRows(brought: readonly Brought[]): SeedRow[] {
  const rows = new Map<string, { total: number; cells: Map<string, Cell> }>();
  for (const one of brought) {
    const row = rows.get(one.seed) ?? { total: 0, cells: new Map<string, Cell>() };
    const id = cellId(one.channel, one.method);
    const cell = row.cells.get(id) ?? { keywords: 0, new: 0 };
    row.cells.set(id, { keywords: cell.keywords + one.keywords, new: cell.new + one.new });
    row.total += one.new;
    rows.set(one.seed, row);
  }
  return [...rows]
    .map(([seed, row]) => ({ seed, ...row }))
    .sort((a, b) => b.total - a.total || a.seed.localeCompare(b.seed));
}
