import { describe, expect, it } from "vitest";
import { readNumber } from "./numbers";

describe("a number as typed", () => {
  it.each([
    ["1.5", 1.5],
    ["1,5", 1.5],
    ["1,50", 1.5],
    [",5", 0.5],
    ["1,500", 1500],
    ["1,234,567", 1234567],
    ["1 500", 1500],
    ["12", 12],
    [" 7 ", 7],
    ["-2", -2],
  ])("%s is %d", (typed, number) => expect(readNumber(typed)).toBe(number));
  it.each(["", "x", "1.2.3", "1,,2", "5h"])("%s is none", (typed) =>
    expect(readNumber(typed)).toBeNull(),
  );
});
