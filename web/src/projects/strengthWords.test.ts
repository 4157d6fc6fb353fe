import { describe, expect, it } from "vitest";
import { CHANNELS } from "../shared/channels";
import { beginner, strengthWords, wrongStanding } from "./strengthWords";

describe("a strength in words", () => {
  it("is that of the level it reaches", () => {
    expect(strengthWords("web", 34)).toBe("comparable with a three-year-old hobby site");
    expect(strengthWords("video", 999)).toBe("comparable with a brand-new channel");
    expect(strengthWords("marketplace", 2)).toMatch(/^weaker/);
  });
  it("rises from level to level", () => {
    for (const { levels } of CHANNELS)
      expect(levels.map((level) => level.standing)).toEqual(
        levels.map((level) => level.standing).sort((a, b) => a - b),
      );
    expect(beginner("web")).toBe(15);
  });
  it("is refused beyond its scale, where it has an end", () => {
    expect(wrongStanding("web", 101)).toBe("Authority must be between 0 and 100.");
    expect(wrongStanding("web", 100)).toBe("");
    expect(wrongStanding("video", 9_000_000)).toBe("");
  });
});
