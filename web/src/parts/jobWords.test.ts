import { describe, expect, it } from "vitest";
import type { Job } from "../api/client";
import { gapReasons, jobEnd, jobResult, leftOut, runTitle, unanswered } from "./jobWords";

const job = (kind: string, result: Job["result"], rest: Partial<Job> = {}): Job => ({
  id: 1,
  kind,
  state: "done",
  doing: "",
  done: 0,
  total: 0,
  cost: 0,
  params: {},
  result,
  error: "",
  created: "2026-10-15T08:00:00Z",
  started: null,
  finished: null,
  ...rest,
});

describe("what a job brought", () => {
  it("tells of gathering, with brands and gaps", () => {
    const gathered = job("gather", {
      new: 94,
      known: 1049,
      left_out: { polvane: 2, orrinek: 1 },
      missing: { "web|box|x": { why: "busy", prompts: ["x", "x "] } },
    });
    expect(jobResult(gathered)).toBe("94 new keywords, 1,049 known already, 3 left out; 2 questions got no answer");
    expect(unanswered(gathered)).toBe(2);
    expect(leftOut(gathered)).toEqual({ polvane: 2, orrinek: 1 });
  });
  it("tells of imports, with repeats and refused rows", () =>
    expect(jobResult(job("import", { new: 3, known: 1, repeated: 1, refused: 2 }))).toBe(
      "3 new keywords, 1 known already, 1 repeat, 2 rows refused",
    ));
  it("names runs by what they began with", () => {
    const named = (kind: string, params: Job["params"]) => runTitle(job(kind, {}, { params }));
    expect(named("gather", { seeds: ["moon", "star -case"] })).toBe("moon, star -case");
    expect(named("gather", { seeds: [] })).toBe("Year refresh");
    expect(named("gather", { seeds: [..."abcdefghij"] })).toContain("and 2 more");
    expect(named("combine", { patterns: ["{a} {b}"] })).toBe("Combined: {a} {b}");
    expect(named("import", { name: "list.csv" })).toBe("list.csv");
  });
  it("tells of measuring, with lookups that got no answer", () =>
    expect(jobResult(job("measure", { measured: 1, missing: { counts: 2, page: 3 } }))).toBe(
      "1 keyword measured; 5 lookups got no answer",
    ));
  it("tells of clustering and fitting", () => {
    expect(jobResult(job("cluster", { several: 12, alone: 40 }))).toBe("12 clusters of several keywords, 40 alone");
    expect(jobResult(job("fit", { placed: 31, left_out: 4, gap_share: 0.0061 }))).toContain("at most 0.6% below");
  });
  it("tells what was missed and why", () => {
    const missed = job("measure", { missing: { counts: 2, page: 30 }, reasons: { page: "the connection broke off" } });
    expect(gapReasons(missed)).toBe("2 for searches, 30 for results pages (the connection broke off)");
    expect(gapReasons(job("measure", {}))).toBe("");
  });
  it("bears a result that is empty", () =>
    expect(jobResult(job("gather", {}))).toBe("0 new keywords, 0 known already"));
});

describe("the message at the end", () => {
  it("is bad where something failed or is missing", () => {
    expect(jobEnd(job("measure", {}, { state: "failed", error: "No lookups." }))).toEqual({
      text: "Measuring failed. No lookups.",
      bad: true,
    });
    expect(jobEnd(job("measure", { measured: 3, missing: { page: 1 } }))?.bad).toBe(true);
    expect(jobEnd(job("measure", { measured: 3 }))?.bad).toBe(false);
  });
  it("says what a stopped job kept", () =>
    expect(jobEnd(job("gather", { new: 2 }, { state: "stopped" }))?.text).toContain("kept: 2 new"));
  it("is silent about figures that follow by themselves", () => expect(jobEnd(job("reweigh", {}))).toBeNull());
  it("is silent about sorting too", () => expect(jobEnd(job("tidy", {}))).toBeNull());
});
