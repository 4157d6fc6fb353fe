import { describe, expect, it } from "vitest";
import { beginner, LEVELS, strengthWords } from "./strengthWords";

describe("a strength in words", () => {
  it("is that of the level it reaches", () => {
    expect(strengthWords("web", 34)).toBe("comparable with a three-year-old hobby site");
    expect(strengthWords("video", 999)).toBe("comparable with a brand-new channel");
    expect(strengthWords("marketplace", 2)).toMatch(/^weaker/);
  });
  it("rises from level to level", () => {
    for (const levels of Object.values(LEVELS))
      expect(levels.map((level) => level.standing)).toEqual(
        levels.map((level) => level.standing).sort((a, b) => a - b),
      );
    expect(beginner("web")).toBe(15);
  });
});
