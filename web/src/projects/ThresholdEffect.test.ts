import { describe, expect, it } from "vitest";
import { effectWords } from "./ThresholdEffect";

describe("what thresholds would do", () => {
  it("tells what changes alone", () =>
    expect(
      effectWords({
        keywords: 1_904,
        now: { go: 212, try: 300, hard: 9, skip: 4 },
        after: { go: 340, try: 172, hard: 9, skip: 4 },
        changed: 128,
        examples: [],
      }),
    ).toBe("After saving: 1,904 keywords, 212 Go → 340, 300 Try → 172."));
});
