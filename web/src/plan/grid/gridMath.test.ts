import { describe, expect, it } from "vitest";
import { cellsBy, type Grid, inOrder, shadeOf, sumWords } from "./gridMath";

const cell = (row: number, column: number, more: Partial<Grid["cells"][number]> = {}) => ({
  row,
  column,
  id: 10 * row + column,
  text: "",
  volume: 10,
  chance: 0.5,
  worth: 1,
  piece: null,
  piece_title: "",
  ...more,
});
const told: Grid = {
  theme: "kilns",
  keywords: 3,
  rows: ["kiln", "glaze", "mug"],
  columns: ["Harrowby", "near me"],
  places: 1,
  cells: [
    cell(0, -1),
    cell(1, -1, { worth: 9, piece: 3 }),
    cell(2, 1, { worth: null, volume: 500 }),
  ],
  missing: [{ row: 0, column: 0, text: "kiln Harrowby" }],
  price_each: 3.2,
};

describe("the grid", () => {
  it("knows what stands where", () => {
    const at = cellsBy(told);
    expect(at.cell(1, -1)?.piece).toBe(3);
    expect(at.cell(0, 0)).toBeUndefined();
    expect(at.missing(0, 0)?.text).toBe("kiln Harrowby");
    expect(at.missing(1, 1)).toBeUndefined();
  });
  it("puts the row worth most first, and searches where worth is not known", () => {
    expect(inOrder(told)).toEqual([1, 0, 2]);
    const bare = { ...told, cells: told.cells.map((each) => ({ ...each, worth: null })) };
    expect(inOrder(bare)).toEqual([2, 0, 1]);
  });
  it("is darker where more is searched", () => {
    expect(shadeOf(null, 100)).toBe(0);
    expect(shadeOf(0, 100)).toBe(0);
    expect(shadeOf(100, 100)).toBeGreaterThan(shadeOf(10, 100));
    expect(shadeOf(1, 0)).toBe(0);
  });
  it("says what it holds", () => {
    expect(sumWords(told)).toBe("3 combinations searched, 1 covered, 1 missing");
  });
});
