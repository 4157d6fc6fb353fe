import { describe, expect, it } from "vitest";
import { nth } from "../../parts/format";
import { has, isKind, type Landing, landingWords, type Standing, sorted } from "./words";

const result = (changed: Partial<Standing>): Standing =>
  ({
    position: 1,
    wording: "some words",
    strength: 40,
    published: "2026-10-01",
    standing: 30,
    pull: 5,
    views: null,
    price: null,
    reviews: null,
    elsewhere: false,
    reach: null,
    ...changed,
  }) as Standing;
const landing = (changed: Partial<Landing>): Landing => ({
  own: 50,
  page_one: 0.6,
  first: 5,
  last: 8,
  visits: 61.4,
  weak_spots: 3,
  positions: [],
  ...changed,
});

describe("a results page in words", () => {
  it("places", () =>
    expect([1, 2, 3, 4, 11, 12, 13, 21, 102].map(nth)).toEqual(
      "1st 2nd 3rd 4th 11th 12th 13th 21st 102nd".split(" "),
    ));

  it.each([
    [{}, "60% for page one, most likely 5th to 8th, about 61 visits a month"],
    [{ last: 5, visits: null }, "60% for page one, most likely 5th"],
    [{ visits: 0.4 }, "60% for page one, most likely 5th to 8th, less than one visit a month"],
    [{ first: 0, last: 0, page_one: 0 }, "page one is out of reach"],
    [
      { page_one: 1, first: 1, last: 1, visits: 1 },
      ">99% for page one, most likely 1st, about 1 visit a month",
    ],
  ])("a landing of %j", (changed, words) => expect(landingWords(landing(changed))).toBe(words));

  it("what a result has, by channel", () => {
    expect(has(result({}), "web", "£")).toEqual(["authority 30 · 5 links"]);
    expect(has(result({ views: 12_345, standing: null }), "video", "£")).toEqual([
      "12,300 views · 5 a day",
    ]);
    expect(has(result({ price: 9.5, reviews: 1 }), "marketplace", "£")).toEqual([
      "£9.50 · 1 review",
      "5 sold a month · shop 30",
    ]);
    expect(has(result({ standing: null, pull: null }), "web", "£")).toEqual([]);
    const reach = { keywords: 14, visits: 320.4, most: "moon map" };
    expect(has(result({ reach }), "web", "£")[1]).toBe("14 of your phrases, 320 visits");
  });

  it("orders with what is unknown last", () => {
    const some = [
      result({ position: 1, strength: 60 }),
      result({ position: 2, strength: null }),
      result({ position: 3, strength: 20, wording: "exact phrase" }),
    ];
    const at = (by: Parameters<typeof sorted>[1]) =>
      sorted(some, by, "web").map((each) => each.position);
    expect(at("position")).toEqual([1, 2, 3]);
    expect(at("strength")).toEqual([3, 1, 2]);
    expect(at("wording")).toEqual([3, 1, 2]);
  });

  it("knows whose kind a result is", () => {
    const now = Date.parse("2026-11-01");
    expect(isKind(result({ strength: 30 }), "weak", 40, now)).toBe(true);
    expect(isKind(result({ strength: null }), "weak", 40, now)).toBe(false);
    expect(isKind(result({}), "new", 40, now)).toBe(true);
    expect(isKind(result({ published: "2024-01-01" }), "new", 40, now)).toBe(false);
    expect(isKind(result({ published: null }), "new", 40, now)).toBe(false);
    expect(isKind(result({ wording: "exact phrase" }), "says", 40, now)).toBe(true);
    expect(isKind(result({ elsewhere: true }), "other", 40, now)).toBe(true);
  });
});
