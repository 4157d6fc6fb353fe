import { describe, expect, it } from "vitest";
import { whatIfWords } from "./WhatIf";
import { hoursWords } from "./workWords";

const told = {
  hours: 40,
  horizon: 12,
  stronger: 0,
  hours_now: 30,
  horizon_now: 12,
  value: 500,
  value_now: 300,
  gap_share: 0.004,
  pieces: 12,
  pieces_now: 8,
  come: [],
  gone: [],
  moved: [],
  changed: 4,
};

describe("what other hours would do", () => {
  it("is said beside what is", () => {
    expect(whatIfWords(told, "£")).toBe(
      "12 pieces instead of 8, worth about £200 more within the 12 months, within 0.4% of the best possible.",
    );
    expect(whatIfWords({ ...told, value: 300.2, gap_share: 0 }, "£")).toBe(
      "12 pieces instead of 8, worth about the same.",
    );
    expect(whatIfWords({ ...told, value: 100 }, "£")).toContain("£200 less");
    expect(whatIfWords({ ...told, value: 0, value_now: 0 }, "£")).toBe(
      "12 pieces instead of 8; their worth is not known.",
    );
    expect(whatIfWords({ ...told, horizon: 24, gap_share: 0 }, "£")).toBe(
      "12 pieces instead of 8, worth about £500 within 24 months (now £300 within 12).",
    );
  });
});

describe("hours that were spent", () => {
  const kind = { id: "article" as const, name: "Article", channel: "web", hours: 5 };
  it("are told where enough are done", () => {
    expect(hoursWords({ kind: "article" }, { kinds: [kind] })).toBe("");
    const learned = { hours: 6.5, low: 5, high: 8, pieces: 4 };
    expect(hoursWords({ kind: "article" }, { kinds: [{ ...kind, learned }] })).toBe(
      "4 pieces like it took 6.5 hours (5 to 8)",
    );
  });
});
