import { describe, expect, it } from "vitest";
import { day } from "../parts/format";
import { blockOf, dueWords } from "./upNextWords";

describe("what stands in the way", () => {
  it("is said with how many, where, and the button that helps", () => {
    expect(blockOf({ what: "unmeasured", channel: "web", count: 1 }, false)).toEqual({
      words: "1 keyword to measure on web search.",
      button: "Measure 1",
      step: "weigh",
    });
    expect(blockOf({ what: "unclustered", channel: "video", count: 1200 }, false).button).toBe(
      "Cluster 1,200",
    );
    expect(blockOf({ what: "no_outlet", channel: "video", count: 1 }, false).step).toBe("settings");
    expect(blockOf({ what: "unplaced", channel: "", count: 2 }, false).words).toMatch(/^2 pieces/);
    expect(blockOf({ what: "no_chance", channel: "web", count: 1 }, true).words).toMatch(
      /^The chance of 1 local keyword is not known on web search/,
    );
    expect(blockOf({ what: "own_pages", channel: "web", count: 1 }, true)).toEqual({
      words: "Your pages rank in positions 4 to 20 for 1 query on web search that no piece covers.",
      button: "Review your pages",
      step: "plan",
      own: true,
    });
  });
  it("knows a project that rests on its own files", () => {
    const nothing = { what: "nothing_gathered", channel: "web", count: 1 } as const;
    expect(blockOf(nothing, true).button).toBe("Import a list");
    expect(blockOf(nothing, false).button).toBe("Gather keywords");
  });
});

describe("when a piece is due", () => {
  const due = { piece: 1, title: "Star jelly", month: "2026-11-01", publish_by: "2026-10-20" };
  it("says what it is late for, and nothing of lateness where it is in time", () => {
    expect(dueWords({ ...due, late_for: "" })).toBe(`Nov, publish by ${day("2026-10-20")}`);
    expect(dueWords({ ...due, late_for: "day" })).toBe(`Nov, overdue since ${day("2026-10-20")}`);
    expect(dueWords({ ...due, late_for: "season" })).toBe("Nov, late for its season");
  });
  it("says no day where there is none", () => {
    expect(dueWords({ ...due, publish_by: null, late_for: "" })).toBe("Nov");
    expect(dueWords({ ...due, month: null, publish_by: null, late_for: "" })).toBe("");
  });
});
