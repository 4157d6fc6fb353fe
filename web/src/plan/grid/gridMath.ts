/** The grid of combinations: what stands where. */
import type { Schemas } from "../../api/client";
import { plural } from "../../parts/format";

export type Grid = Schemas["GridOut"];
export type GridCell = Grid["cells"][number];
export type Missing = Grid["missing"][number];

/** What stands at a row and a column (−1: the base term alone). */
export function cellsBy(told: Grid) {
  const key = (row: number, column: number) => `${row} ${column}`;
  const there = new Map(told.cells.map((cell) => [key(cell.row, cell.column), cell]));
  const missing = new Map(told.missing.map((one) => [key(one.row, one.column), one]));
  return {
    cell: (row: number, column: number) => there.get(key(row, column)),
    missing: (row: number, column: number) => missing.get(key(row, column)),
  };
}

/** Rows by what they are worth, and where that is not known by searches, the most first. */
export function inOrder(told: Grid): number[] {
  const worth = new Map<number, [number, number]>();
  for (const cell of told.cells) {
    const [w, v] = worth.get(cell.row) ?? [0, 0];
    worth.set(cell.row, [w + (cell.worth ?? 0), v + (cell.volume ?? 0)]);
  }
  return told.rows
    .map((_, row) => row)
    .sort((a, b) => {
      const [aw, av] = worth.get(a) ?? [0, 0];
      const [bw, bv] = worth.get(b) ?? [0, 0];
      return bw - aw || bv - av || a - b;
    });
}

/** How dark a cell is, 0-1, by the logarithm of its searches beside the most. */
export function shadeOf(volume: number | null, most: number): number {
  if (!volume || most <= 0) return 0;
  return Math.max(0.08, Math.log1p(volume) / Math.log1p(most)) * 0.75;
}

/** What of a row or a column is there, in words. */
export function sumWords(told: Grid): string {
  const searched = told.cells.filter((cell) => cell.volume).length;
  const served = told.cells.filter((cell) => cell.piece !== null).length;
  return `${plural(searched, "combination")} searched, ${served} covered, ${told.missing.length} missing`;
}
