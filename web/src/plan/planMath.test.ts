import { describe, expect, it } from "vitest";
import { fill, inPlanOrder, monthBeside, settledAt } from "./planMath";

const MONTHS = ["2026-12-01", "2027-01-01", "2027-02-01"];

describe("the hours of a month", () => {
  it.each([
    [12, 30, { share: 0.4, over: false }],
    [30, 30, { share: 1, over: false }],
    [30.5, 30, { share: 1, over: true }],
    [0, 0, { share: 0, over: false }],
    [2, 0, { share: 1, over: true }],
  ])("%d of %d", (spent, hours, told) => expect(fill(spent, hours)).toEqual(told));
  it("forgives what adding up leaves over", () =>
    expect(fill(0.1 + 0.2, 0.3)).toEqual({ share: 1, over: false }));
});

describe("months", () => {
  it("shares follow the plan's months, not the calendar's", () => {
    const shares = Array.from({ length: 12 }, (_, i) => i + 1);
    expect(inPlanOrder(shares, MONTHS)).toEqual([12, 1, 2]);
    expect(inPlanOrder([], MONTHS)).toEqual([]);
  });
  it.each([
    ["2026-12-01", 1, "2027-01-01"],
    ["2026-12-01", -1, "2026-12-01"],
    ["2027-02-01", 1, "2027-02-01"],
    [null, 1, "2026-12-01"],
    [null, -1, "2027-02-01"],
  ])("from %s by %d comes %s", (from, step, to) =>
    expect(monthBeside(MONTHS, from, step)).toBe(to),
  );
});

it("a piece has settled some months after it is out, and none beyond the plan", () => {
  expect(settledAt(0, 77, 12)).toBe(3);
  expect(settledAt(3, 10, 12)).toBe(4);
  expect(settledAt(11, 77, 12)).toBe(11);
  expect(settledAt(-1, 77, 12)).toBe(-1);
});
