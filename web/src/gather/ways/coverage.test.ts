import { describe, expect, it } from "vitest";
import { bySeed, gapsOf, restWords } from "./coverage";

const cell = (seed: string, way: string, asked: boolean) => ({
  seed,
  way,
  asked,
  keywords: asked ? 3 : 0,
  new: 0,
});
const CELLS = [
  cell("moon", "box", true),
  cell("moon", "fields", false),
  cell("star", "box", false),
  cell("star", "fields", true),
];

describe("the map", () => {
  it("has a row a seed", () => {
    const rows = bySeed(CELLS);
    expect(rows.map((row) => row.seed)).toEqual(["moon", "star"]);
    expect(rows[0]?.cells.get("box")?.keywords).toBe(3);
  });
  it("knows its gaps", () => {
    expect(gapsOf(CELLS, ["box"])).toEqual({ seeds: ["star"], ways: ["box"] });
    expect(gapsOf(CELLS, ["box", "fields"])).toEqual({
      seeds: ["moon", "star"],
      ways: ["box", "fields"],
    });
    expect(gapsOf(CELLS, [])).toEqual({ seeds: [], ways: [] });
  });
  it("says what is missing and what that costs", () => {
    const told = {
      cells: CELLS,
      seeds: 2,
      free_gaps: 8,
      paid_gaps: 2,
      rest_price: 44,
      rest_new: 1196,
    };
    const whole = (more: object) => Object.values(restWords({ ...told, ...more })).join("");
    expect(whole({})).toBe(
      "10 gaps on the map: 8 free to fill, 2 for 44 lookups. About 1,196 keywords more in all.",
    );
    expect(whole({ free_gaps: 0 })).toBe(
      "2 gaps on the map: to fill for 44 lookups. About 1,196 keywords more in all.",
    );
    expect(whole({ paid_gaps: 0, free_gaps: 1 })).toBe(
      "1 gap on the map, free to fill. About 1,196 keywords more in all.",
    );
    expect(whole({ free_gaps: 0, paid_gaps: 0 })).toBe("Every method was used for every seed.");
  });
});
