import { describe, expect, it } from "vitest";
import { about, comparison } from "./headWords";
import type { PageTold } from "./words";

const told = (changed: Partial<PageTold> = {}): PageTold =>
  ({
    row: { text: "moon map", volume: 1_234, volume_rough: false, state: "open", difficulty: 49.4 },
    practice: true,
    read_on: "2026-11-20",
    days_old: 0,
    depth_read: 10,
    results: Array(10).fill({}),
    rests_on: 10,
    first_page: 10,
    in_part: false,
    noted: false,
    landing: { page_one: 0.37 },
    middling: 0.59,
    ...changed,
  }) as unknown as PageTold;
const nowhere = { at: 0, of: 0, before: undefined, after: undefined };

describe("the head of a results page", () => {
  it("tells searches, the place in the list, and when it was read", () => {
    expect(about(told(), { ...nowhere, at: 4, of: 41 }, "Weigh")).toBe(
      "1,230 searches a month · 4 of 41 in Weigh, ← → to walk · practice page with 10 results, fetched today",
    );
    expect(about(told({ read_on: null }), nowhere, "")).toBe(
      "1,230 searches a month · results page not fetched",
    );
  });

  it("tells what a person brought", () => {
    expect(about(told({ practice: false, in_part: true }), nowhere, "")).toContain(
      "imported today",
    );
    expect(about(told({ practice: false, in_part: true, noted: true }), nowhere, "")).toContain(
      "entered today",
    );
  });

  it("compares, and says on how much it rests", () => {
    expect(comparison(told())).toBe(
      "Difficulty 49 for anyone · 37% for you · 59% for an average outlet",
    );
    expect(comparison(told({ rests_on: 3 }))).toContain("based on 3 of 10 results");
  });
});
