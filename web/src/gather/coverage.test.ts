import { describe, expect, it } from "vitest";
import { cellId, coverageRows } from "./coverage";

describe("the map of what was covered", () => {
  const rows = coverageRows([
    { channel: "web", seed: "moon", method: "box", keywords: 40, new: 10 },
    { channel: "web", seed: "moon", method: "related", keywords: 8, new: 2 },
    { channel: "video", seed: "star", method: "box", keywords: 30, new: 30 },
  ]);
  it("has a row a seed, the one that brought most first", () =>
    expect(rows.map((row) => row.seed)).toEqual(["star", "moon"]));
  it("has a cell a channel and way", () => {
    expect(rows[1]?.cells.get(cellId("web", "box"))).toEqual({ keywords: 40, new: 10 });
    expect(rows[1]?.cells.get(cellId("web", "related"))).toEqual({ keywords: 8, new: 2 });
    expect(rows[1]?.cells.has(cellId("video", "box"))).toBe(false);
  });
  it("is empty before the first run", () => expect(coverageRows([])).toEqual([]));
});
