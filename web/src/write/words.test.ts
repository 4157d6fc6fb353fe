import { describe, expect, it } from "vitest";
import {
  cellWords,
  coveredWords,
  isCovered,
  phraseRows,
  shareOf,
  wordCounts,
} from "./coverageWords";
import { savedWords } from "./DeskHead";
import { lackWords } from "./lackWords";
import { gainWords, holdsWords, leftWords, wordsOf } from "./packWords";
import type { Desk, Look } from "./queries";

const phrase = (text: string, value: number) => ({
  row: 1,
  text,
  value,
  searches: value * 10,
  chance: null,
});
const desk = {
  counted_in: "worth",
  phrases: [phrase("sash cord", 9), phrase("waxed cord", 3), phrase("pulley", 1)],
} as unknown as Desk;
const look = {
  covered: 2,
  value: 12,
  places: [
    {
      id: "title",
      name: "Title",
      field: "title",
      cells: [{ phrase: 0, level: "exact", count: 2, early: true, spans: [] }],
    },
    {
      id: "tags",
      name: "Tags",
      field: "tags",
      cells: [{ phrase: 1, level: "part", count: 1, early: false, spans: [] }],
    },
  ],
} as unknown as Look;

describe("coverage", () => {
  it("is concluded in what it is counted in", () => {
    expect(coveredWords(desk, look, "£")).toBe("Covers £12 of £13 a month");
    expect(coveredWords({ ...desk, counted_in: "searches" }, look, "£")).toBe(
      "Covers 12 of 13 searches",
    );
    expect(coveredWords({ ...desk, counted_in: "phrases" }, look, "£")).toBe(
      "Covers 2 of 3 phrases",
    );
    expect(coveredWords({ ...desk, phrases: [] }, look, "£")).toBe("No phrase to cover");
  });

  it("has a row a phrase with how it is said best", () => {
    const rows = phraseRows(desk, look);
    expect(rows.map((row) => row.best)).toEqual(["exact", "part", "none"]);
    expect(rows[0]?.cells[0]).toMatchObject({ place: "title", level: "exact", count: 2 });
    expect(rows[0]?.cells[1]).toMatchObject({ place: "tags", level: "none", count: 0 });
    expect(rows.map((row) => isCovered(row.best))).toEqual([true, false, false]);
  });
});

describe("a phrase in a place", () => {
  const cell = { place: "body", level: "exact", count: 3, early: true } as const;
  it("is told with its share of a long text", () => {
    const words = wordCounts({ body: "word ".repeat(150), title: "" });
    expect(words.get("title")).toBe(0);
    expect(shareOf("sash cord", cell, words.get("body") ?? 0)).toBeCloseTo(0.04);
    expect(cellWords(cell, "Text", 0.04)).toBe("Text: exact, 3 times, 4% of all words, early");
    expect(shareOf("sash cord", cell, 5)).toBe(0);
    expect(shareOf("sash cord", { ...cell, level: "all" }, 150)).toBe(0);
    expect(cellWords({ ...cell, count: 1, early: false }, "Title", 0)).toBe("Title: exact");
  });
});

describe("a packed field", () => {
  const one = {
    shape: "most",
    text: "Sash cord",
    contained: [0, 1],
    left: [2],
    value: 12,
    bound: 12.3,
    notes: [],
  } as const;
  const told = { ...one, contained: [...one.contained], left: [...one.left], notes: [] };

  it("says what it holds", () => {
    expect(holdsWords(told, desk, "£")).toBe("Covers 2 of 3 keywords, £12 a month.");
  });

  it("says what it gains and loses against what is written", () => {
    expect(gainWords(told, new Set([0, 2]), desk, "£")).toBe(
      "Gains “waxed cord” (£3.00 a month). Loses “pulley” (£1.00 a month).",
    );
    expect(gainWords(told, new Set([0, 1]), desk, "£")).toBe("");
  });

  it("says what it leaves", () => {
    expect(leftWords(told, desk, "£")).toBe("Leaves “pulley” (£1.00 a month).");
    expect(leftWords({ ...told, left: [] }, desk, "£")).toBe("Leaves none.");
  });

  it("takes words parted by commas", () => {
    expect(wordsOf(" a b, ,c")).toEqual(["a b", "c"]);
  });
});

describe("what a piece lacks", () => {
  const piece = {
    begun: true,
    fields: 5,
    keywords: 3,
    empty: 2,
    missing: 1,
    over: 1,
    failing: 4,
  };
  it("leads with what is most pressing", () => {
    expect(lackWords(piece)).toMatchObject({
      mark: "⬖",
      words: "! 1 field over a limit, 1 phrase missing, 2 fields empty, 4 checks to do",
    });
    expect(lackWords({ ...piece, begun: false }).words).toBe("Not begun: 5 fields, 3 phrases");
    expect(lackWords({ ...piece, empty: 0, missing: 0, over: 0, failing: 0 }).mark).toBe("◆");
  });
});

describe("how far it is kept", () => {
  it("is said in words", () => {
    const saved = { at: null, versions: 0 };
    expect(savedWords({ state: "saved", saved })).toBe("Nothing written yet");
    expect(savedWords({ state: "waiting", saved })).toBe("Saving…");
    expect(savedWords({ state: "offline", saved })).toContain("ept in this browser");
    expect(savedWords({ state: "gone", saved })).toContain("This piece was deleted");
    expect(savedWords({ state: "refused", saved })).toContain(
      "Not saved: rejected by the server. Kept in this browser.",
    );
    const at = new Date();
    at.setHours(9, 5);
    expect(savedWords({ state: "saved", saved: { at: at.toISOString(), versions: 1 } })).toBe(
      "Saved 09:05",
    );
  });
});
