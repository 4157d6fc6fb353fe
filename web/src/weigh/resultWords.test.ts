import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { ageOf, behind, shortAddress } from "./resultWords";

const NOW = new Date("2026-11-27T12:00:00Z");
const result = { standing: 1_234, pull: 7 } as Schemas["ResultOut"];

describe("a result in words", () => {
  it.each([
    ["2026-11-26", "1 day old"],
    ["2026-11-06", "3 weeks old"],
    ["2026-05-27", "6 months old"],
    ["2023-01-01", "3 years old"],
    ["2026-12-24", "0 days old"],
  ])("published on %s it is %s", (published, age) => expect(ageOf(published, NOW)).toBe(age));
  it("has no age where its day is not known", () => expect(ageOf(null, NOW)).toBe(""));
  it("tells what stands behind it, by channel", () => {
    const known = { ...result, views: 900, price: 9.5, reviews: 1 };
    expect(behind(known, "video", "£")).toBe("1,230 followers, 900 views, 7 views a day");
    expect(behind(known, "marketplace", "£")).toBe(
      "£9.50, 1 review, 1,230 reviews of the shop, 7 sales a month",
    );
    expect(behind({ ...known, standing: 34.4 }, "web", "£")).toBe(
      "authority 34, 7 referring sites",
    );
    expect(behind({ ...known, standing: null, pull: null }, "web", "£")).toBe("");
  });
  it("shows an address short", () =>
    expect(shortAddress("https://www.bees.example/suit/")).toBe("bees.example/suit"));
});
