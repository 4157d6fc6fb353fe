import { describe, expect, it } from "vitest";
import type { Piece } from "../api/client";
import { hoursByMonth, inPlanOrder, monthBeside, ordered, type Plan, sums } from "./planMath";

const MONTHS = ["2026-12-01", "2027-01-01", "2027-02-01"];
const piece = (id: number, rest: Partial<Piece>): Piece => ({
  id,
  cluster_id: null,
  title: `Piece ${id}`,
  kind: "article",
  kind_name: "Article",
  because: "",
  channel: "web",
  outlet_id: 1,
  outlet: "site.example",
  hours: 5,
  month: null,
  pinned: false,
  publish_by: null,
  late: false,
  climb_month: 0,
  days_until_shown: 21,
  main: "x",
  chance: null,
  keywords: 1,
  volume: 10,
  worth: 1,
  month_share: [],
  ...rest,
});
const pieces = [
  piece(1, { month: "2027-01-01", worth: 5, hours: 2 }),
  piece(2, { worth: 90, title: "A first one", outlet_id: null }),
  piece(3, { month: "2026-12-01", worth: null, hours: 8 }),
  piece(4, { month: "2027-01-01", worth: 7 }),
];
const plan: Plan = { months: MONTHS, hours_a_month: 30, pieces, overlaps: [], kinds: [] };
const ids = (list: Piece[]) => list.map((one) => one.id);

describe("the year board's sums", () => {
  it("adds up hours by month", () => expect(hoursByMonth(plan)).toEqual([8, 7, 0]));
  it("counts only what is placed", () => expect(sums(pieces)).toEqual({ placed: 3, hours: 15, worth: 12 }));
});

describe("order", () => {
  it("by month puts what is left out last and more worth first", () =>
    expect(ids(ordered(pieces, "month", undefined))).toEqual([3, 4, 1, 2]));
  it("by worth, hours and title", () => {
    expect(ids(ordered(pieces, "worth", undefined))).toEqual([2, 4, 1, 3]);
    expect(ids(ordered(pieces, "hours", undefined))).toEqual([3, 2, 4, 1]);
    expect(ids(ordered(pieces, "title", undefined))[0]).toBe(2);
  });
  it("keeps to an outlet, or to none", () => {
    expect(ids(ordered(pieces, "month", 1))).toEqual([3, 4, 1]);
    expect(ids(ordered(pieces, "month", 0))).toEqual([2]);
  });
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
  ])("from %s by %d comes %s", (from, step, to) => expect(monthBeside(MONTHS, from, step)).toBe(to));
});
