import { describe, expect, it } from "vitest";
import { placesWords } from "../../projects/ByPlaces";
import { placeOfPrice } from "./OneInFull";
import type { PageTold } from "./words";

const page = (...prices: (number | null)[]) =>
  ({ results: prices.map((price) => ({ price })) }) as unknown as PageTold;

describe("where a price lies", () => {
  it("is told among those that are known", () => {
    const told = page(10, 20, 30, null);
    expect(placeOfPrice(told, 10)).toBe("lowest of 3 prices");
    expect(placeOfPrice(told, 20)).toBe("1 of 3 are cheaper");
    expect(placeOfPrice(told, 30)).toBe("the highest price of 3");
  });
  it("is not told of one alone, nor where it is not known", () => {
    expect(placeOfPrice(page(10), 10)).toBe("");
    expect(placeOfPrice(page(10, 20), null)).toBe("");
  });
});

describe("what places say of a strength", () => {
  const told = { places: 12, needed: 5, told: 30, strength: 44, low: 40, high: 48, standing: 50 };
  it("says whether it fits", () => {
    expect(placesWords(told)).toContain("44 (40 to 48)");
    expect(placesWords(told)).toContain("lower");
    expect(placesWords({ ...told, told: 45 })).toContain("consistent");
    expect(placesWords({ ...told, told: 60 })).toContain("higher");
  });
  it("says how many are lacking", () => {
    const few = { ...told, places: 1, strength: null, low: null, high: null, standing: null };
    expect(placesWords(few)).toContain("once 5 are known; so far there are 1");
  });
});
