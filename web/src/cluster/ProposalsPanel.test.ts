import { describe, expect, it } from "vitest";
import { whatWords } from "./ProposalsPanel";
import { noteWords } from "./ThemeScore";

const proposal = {
  cluster: 1,
  name: "kilns",
  other: null,
  other_name: "",
  rows: [1, 2, 3, 4],
  texts: ["a", "b", "c", "d"],
  why: "",
  searched: 0,
  keyword: 1,
  other_keyword: 2,
};

describe("what of a proposal moves", () => {
  it("is told with what is left out", () => {
    expect(whatWords({ ...proposal, kind: "split" })).toBe("off “a”, “b”, “c” and 1 more");
    expect(whatWords({ ...proposal, kind: "adopt", rows: [1], texts: ["a"] })).toBe("takes in “a”");
    expect(whatWords({ ...proposal, kind: "merge", other_name: "ovens" })).toBe("with “ovens”");
  });
});

describe("a note of the score", () => {
  const note = {
    id: 1,
    name: "kilns",
    keywords: 1,
    volume: 90,
    worth: 2,
    chance: 0.5,
    peak: 3,
    planned: false,
  };
  it("says all that it draws", () => {
    expect(noteWords(note, "£")).toBe(
      "kilns: 1 keyword, 90 searches, 50% for page one, £2.00 a month, peaks in Mar, not covered",
    );
    expect(noteWords({ ...note, chance: null, peak: 0, planned: true }, "£")).toContain(
      "chance not known, £2.00 a month, covered",
    );
  });
});
