import { describe, expect, it } from "vitest";
import { columnsOf, meaningOf, remapped } from "./fileColumns";

describe("columns of a file", () => {
  it("are as many as the longest row", () =>
    expect(columnsOf({ headings: ["A"], rows: [{ number: 2, cells: ["x", "y"] }] })).toEqual([
      { number: 0, heading: "A" },
      { number: 1, heading: "" },
    ]));
  it("mean one thing each", () => {
    const mapping = { keyword: 0, searches: 1 };
    expect(meaningOf({ mapping }, 1)).toBe("searches");
    expect(meaningOf({ mapping }, 2)).toBe("");
    expect(remapped(mapping, 2, "keyword")).toEqual({ searches: 1, keyword: 2 });
    expect(remapped(mapping, 1, "")).toEqual({ keyword: 0 });
    expect(remapped(mapping, 1, "keyword")).toEqual({ keyword: 1 });
  });
});
