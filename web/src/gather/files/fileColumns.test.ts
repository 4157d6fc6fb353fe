import { describe, expect, it } from "vitest";
import { columnsOf, countriesSaid, leftOver, meaningOf, remapped } from "./fileColumns";

describe("columns of a file", () => {
  it("are as many as the longest row", () =>
    expect(columnsOf({ headings: ["A"], rows: [{ number: 2, cells: ["x", "y"] }] })).toEqual([
      { number: 0, heading: "A" },
      { number: 1, heading: "" },
    ]));
  it("mean one thing each", () => {
    const file = { mapping: { keyword: 0, searches: 1 }, notes: [3] };
    expect([1, 2, 3].map((column) => meaningOf(file, column))).toEqual(["searches", "", "note"]);
    const changed = (column: number, meaning: string) => remapped(file, column, meaning);
    expect(changed(2, "keyword")).toEqual({ mapping: { searches: 1, keyword: 2 }, notes: [3] });
    expect(changed(1, "")).toEqual({ mapping: { keyword: 0 }, notes: [3] });
    expect(changed(1, "keyword")).toEqual({ mapping: { keyword: 1 }, notes: [3] });
  });
  it("can be notes, as many as one likes", () => {
    const file = { mapping: { keyword: 0, searches: 1 }, notes: [3] };
    expect(remapped(file, 1, "note")).toEqual({ mapping: { keyword: 0 }, notes: [1, 3] });
    expect(remapped(file, 3, "cpc").notes).toEqual([]);
    expect(remapped(file, 3, "cpc").mapping.cpc).toBe(3);
  });
  it("says what happens to the rest", () => {
    const unused = [
      { column: 1, heading: "CTR", why: "it is empty" },
      { column: 2, heading: "", why: "no step uses it" },
    ];
    const headings = ["Keyword", "CTR"];
    expect(leftOver({ headings, notes: [2], unused })).toEqual([
      "Kept as a note: column 3 (no step uses it).",
      "Not used: CTR (it is empty).",
    ]);
    expect(leftOver({ headings, notes: [], unused: [] })).toEqual([]);
  });
});

describe("countries of a file", () => {
  const file = { country: "Italy", abroad: 0, all_countries: false };
  it("are named where a choice is to be made", () => {
    expect(countriesSaid({ ...file, countries: [] })).toBe("");
    expect(countriesSaid({ ...file, countries: ["Italy"] })).toBe("");
    expect(countriesSaid({ ...file, countries: ["Italy", "Spain"] })).toBe(
      "The rows are for Italy and Spain.",
    );
    expect(countriesSaid({ ...file, countries: ["Spain", "France", "Malta", "Italy"] })).toBe(
      "The rows are for Spain, France and 2 more.",
    );
  });
  it("are a warning where none is the project's", () => {
    expect(countriesSaid({ ...file, countries: ["Spain"] })).toBe(
      "The rows are for Spain. None is for Italy, this project's country.",
    );
    expect(countriesSaid({ ...file, countries: ["Spain", "Malta"] })).toContain("added up");
  });
});
