import { describe, expect, it } from "vitest";
import { seedWordsOf, splitKeyword } from "./keywordWords";

const seeds = seedWordsOf(["Telescope repair", "star chart", "a to b"]);
const quiet = (text: string) =>
  splitKeyword(text, seeds)
    .filter((part) => part.quiet)
    .map((part) => part.text);

describe("quiet words", () => {
  it("are the seeds' words, in either number", () => {
    expect(quiet("telescope under 50")).toEqual(["telescope"]);
    expect(quiet("best telescopes for kids")).toEqual(["telescopes"]);
  });
  it("are none where nothing else would be left to tell it apart", () =>
    expect(quiet("telescope repair")).toEqual([]));
  it("never are words of two letters", () => expect(quiet("how to repair")).toEqual(["repair"]));
  it("keep every word in order", () =>
    expect(splitKeyword("star chart set", seeds).map((part) => part.text)).toEqual([
      "star",
      "chart",
      "set",
    ]));
});
