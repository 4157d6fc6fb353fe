import { describe, expect, it } from "vitest";
import type { Piece } from "../api/client";
import { monthFlag, monthsWanted, timingOf } from "./timing";

const piece = (given: Partial<Piece>): Piece =>
  ({
    month: "2027-01-01",
    publish_by: "2027-08-14",
    climb: "2027-11-01",
    missed: null,
    late: false,
    waits: false,
    month_share: Array(12).fill(1 / 12),
    ...given,
  }) as Piece;

describe("when a piece must be out", () => {
  it("goes by the month that it stands in", () => {
    expect(timingOf(piece({})).lead).toBe("In time: publish by 14 Aug 2027.");
    const late = piece({ late: true, missed: "2026-11-01" });
    expect(timingOf(late).lead).toBe("January 2027 is too late for the November 2026 peak.");
    expect(timingOf(late).more).toMatch(
      /Publish by 14 Aug 2027 to be ready for the rise from November 2027/,
    );
    expect(monthFlag(late)).toEqual({ words: "late for Nov 26", late: true });
  });
  it("says that it waits for next year's season", () => {
    const waits = piece({ waits: true });
    expect(timingOf(waits).more).toMatch(/This year's season has passed/);
    expect(monthFlag(waits)).toEqual({ words: "for Nov 27", late: false });
  });
  it("speaks of today where it has no month", () => {
    expect(timingOf(piece({ month: null })).lead).toBe("Publish by 14 Aug 2027.");
    const missed = piece({ month: null, late: true, missed: "2026-11-01" });
    expect(timingOf(missed).lead).toBe("Too late for the November 2026 peak.");
    expect(monthFlag(missed)?.words).toBe("not scheduled");
  });
  it("knows no season, or nothing of one", () => {
    const even = piece({ publish_by: null, climb: null });
    expect(timingOf(even).more).toBe("");
    expect(timingOf({ ...even, month_share: [] }).more).toMatch(/not known/);
    expect(monthFlag(even)).toBeNull();
  });
});

describe("what somebody decided about its month", () => {
  it("is pinned, kept out, or made between months", () => {
    const said = (given: Partial<Piece>) =>
      monthsWanted(piece({ pinned: false, not_before: null, by_month: null, ...given }));
    expect(said({})).toBe("");
    expect(said({ pinned: true })).toBe("pinned");
    expect(said({ pinned: true, month: null })).toBe("held back");
    expect(said({ not_before: "2027-03-01" })).toBe("from Mar 27");
    expect(said({ by_month: "2027-05-01" })).toBe("by May 27");
    expect(said({ not_before: "2027-03-01", by_month: "2027-05-01" })).toBe("Mar 27 to May 27");
  });
});
