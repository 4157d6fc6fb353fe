import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import {
  afterSave,
  baseAfterSave,
  decided,
  editsOf,
  type Measured,
  marksOf,
  measuredWords,
  tightest,
  withClashes,
} from "./deskMath";

const limit = (over: Partial<Measured>): Measured => ({
  id: "title.whole.most.characters",
  field: "title",
  most: 60,
  unit: "characters",
  of: "whole",
  kind: "most",
  takes: 40,
  state: "fits",
  within: "",
  over: [],
  ...over,
});

const cell = (phrase: number, level: Schemas["CoverCellOut"]["level"], ...spans: number[][]) => ({
  phrase,
  level,
  count: spans.length,
  early: false,
  spans,
});

describe("what changed", () => {
  it("is told with what it was", () => {
    expect(editsOf({ title: "a", body: "b" }, { title: "a", body: "c", tags: "t" })).toEqual({
      body: { was: "b", now: "c" },
      tags: { was: "", now: "t" },
    });
    expect(editsOf({ title: "" }, {})).toEqual({});
  });

  it("takes over what others changed, but not where one typed on", () => {
    const sent = { title: "mine", body: "x" };
    const now = { title: "mine", body: "x and more" };
    expect(afterSave(now, sent, { body: "theirs", tags: "theirs" })).toEqual({
      fields: { title: "mine", body: "x and more", tags: "theirs" },
      taken: ["tags"],
    });
    expect(afterSave(now, sent, { title: "mine" }).taken).toEqual([]);
  });
});

describe("what is marked", () => {
  const places = [
    { id: "title", name: "Title", field: "title", cells: [cell(0, "exact", [0, 4], [10, 14])] },
    { id: "body", name: "Text", field: "body", cells: [cell(0, "exact", [0, 3])] },
    {
      id: "more",
      name: "More",
      field: "title",
      cells: [cell(1, "all", [2, 6]), cell(2, "part", [8, 9])],
    },
  ];

  it("is what stands there as a whole, in order and apart", () => {
    expect(marksOf(places, "title", 12, undefined)).toEqual([
      { start: 0, end: 4, strong: false },
      { start: 10, end: 12, strong: false },
    ]);
  });

  it("is strong where the phrase that is looked for stands, however exactly", () => {
    expect(marksOf(places, "title", 20, 1)).toEqual([
      { start: 0, end: 2, strong: false },
      { start: 2, end: 6, strong: true },
      { start: 10, end: 14, strong: false },
    ]);
  });
});

describe("a limit in words", () => {
  it.each([
    [{}, "40 of 60 characters"],
    [{ takes: 57, state: "near" }, "57 of 60 characters, nearly full"],
    [{ takes: 63, state: "over" }, "63 of 60 characters: 3 over"],
    [{ unit: "bytes", most: 250, takes: 251, state: "over" }, "251 of 250 bytes: 1 over"],
    [{ of: "items", most: 13, takes: 15, state: "over" }, "15 of 13, 2 too many"],
    [{ of: "items", kind: "seen", most: 3, takes: 5, state: "over" }, "5 of 3 shown"],
    [{ of: "each", most: 20, takes: 24, over: [1] }, "1 line longer than 20 characters"],
    [{ of: "each", most: 20, takes: 12 }, "longest 12 of 20 characters"],
    [{ of: "each", takes: 0 }, ""],
    [{ kind: "best", most: 50, takes: 60, state: "over" }, "best within 50 characters"],
    [{ kind: "best" }, ""],
    [{ kind: "seen", most: 150, state: "over" }, "150 seen at first"],
  ] as const)("%o", (over, words) => {
    expect(measuredWords(limit(over as Partial<Measured>))).toBe(words);
  });

  it("that is nearest is the bar's", () => {
    const pixels = limit({ unit: "pixels", most: 580, takes: 560 });
    expect(tightest([limit({}), pixels, limit({ kind: "best", takes: 99 })])).toBe(pixels);
    expect(tightest([])).toBeUndefined();
  });
});

describe("what two windows changed", () => {
  it("is told from what was sent where one has typed since, else from what is there", () => {
    const sent = { title: "a", body: "b" };
    const others = { title: "A", body: "B", tags: "T" };
    expect(baseAfterSave({ title: "a", body: "b and more" }, sent, others)).toEqual({
      title: "A",
      body: "b",
      tags: "T",
    });
  });
  it("is decided by one's own, the other's, or both", () => {
    const clash = { mine: "Two, mine.", theirs: "Two, theirs." };
    const text = "One.\n\nTwo, mine.\n\nThree.";
    expect(decided(text, clash, "theirs", "\n\n")).toBe("One.\n\nTwo, theirs.\n\nThree.");
    expect(decided(text, clash, "both", "\n\n")).toBe(
      "One.\n\nTwo, mine.\n\nTwo, theirs.\n\nThree.",
    );
    expect(decided("Else.", clash, "theirs", "\n\n")).toBe("Else.\n\nTwo, theirs.");
    expect(decided("", { mine: "", theirs: "x" }, "theirs", " ")).toBe("x");
  });
  it("is to be decided once, however often it is told", () => {
    const first = { body: [{ mine: "a", theirs: "b" }] };
    const again = { body: [{ mine: "a", theirs: "c" }], title: [{ mine: "d", theirs: "e" }] };
    expect(withClashes(first, again)).toEqual(again);
    const other = { body: [{ mine: "f", theirs: "g" }] };
    expect(withClashes(first, other).body).toHaveLength(2);
  });
});
