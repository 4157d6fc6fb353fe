import { describe, expect, it } from "vitest";
import { bySeed, gapsOf } from "./coverage";

const cell = (seed: string, way: string, asked: boolean) => ({ seed, way, asked, keywords: asked ? 3 : 0, new: 0 });
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
    expect(gapsOf(CELLS, ["box", "fields"])).toEqual({ seeds: ["moon", "star"], ways: ["box", "fields"] });
    expect(gapsOf(CELLS, [])).toEqual({ seeds: [], ways: [] });
  });
});
