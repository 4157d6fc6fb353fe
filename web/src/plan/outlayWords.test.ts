import { describe, expect, it } from "vitest";
import { outlayWords } from "./outlayWords";

const outlay = {
  value: 290,
  low: 120,
  high: 600,
  hours: 353,
  cost: 3530,
  pays: false,
  unknown: 0,
  few: 9,
  few_value: 232,
  few_hours: 71,
  times: 12.17,
  estimated: 0,
};

describe("what a plan brings for its hours", () => {
  it("says plainly that it does not pay, and what would have to change", () => {
    const [first, second, third] = outlayWords(outlay, "£", 10);
    expect(first).toMatch(
      /^This plan does not break even in its first year\. 353 hours should return/,
    );
    expect(second).toBe(
      "At £10 an hour they cost £3,530. It would if a click were worth 12 times as much.",
    );
    expect(third).toBe("9 pieces give 80% of this in 71 hours: start with those.");
  });
  it("says that it pays, and which few carry it", () => {
    const [, second] = outlayWords({ ...outlay, pays: true, times: 0 }, "£", 0.5);
    expect(second).toMatch(/more than the £3,530 they cost/);
    const few = { ...outlay, few: 1, few_value: 900, few_hours: 5, times: 1.44 };
    const [, would, one] = outlayWords(few, "£", 10);
    expect(would).toMatch(/1.4 times as much, or if only the 1 best piece were made/);
    expect(one).toBe("1 piece gives 80% of this in 5 hours: start with that one.");
  });
  it("gives a range where the chance is only estimated", () => {
    const [first, second] = outlayWords({ ...outlay, estimated: 3 }, "£", 10);
    expect(first).toBe(
      "353 hours should return between £120 and £600 within 12 months: the results pages of " +
        "3 pieces are not known, so the chance is estimated.",
    );
    expect(second).toMatch(/^At £10 an hour they cost £3,530\. Enter results pages/);
  });
  it("says what is not known", () => {
    expect(outlayWords({ ...outlay, unknown: 2 }, "£", 10)[0]).toMatch(
      /2 pieces of unknown worth count as zero\.$/,
    );
    expect(outlayWords({ ...outlay, hours: 0 }, "£", 10)).toEqual(["Nothing is scheduled yet."]);
    expect(outlayWords({ ...outlay, value: 0 }, "£", 10)[0]).toMatch(/is not known/);
  });
});
