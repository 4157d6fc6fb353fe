import { render, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Row } from "../api/client";
import { sheetColumns } from "./columns";

const ROW = {
  text: "moon map",
  state: "open",
  priority: "",
  family_size: 1,
  waiting: false,
  intent: "commercial",
  local: false,
  volume: 1_200,
  volume_low: 900,
  volume_high: 1_600,
  volume_rough: false,
  volume_disagrees: false,
  month_share: [],
  peak_month: 0,
  trend: "rising",
  change_share: 0.25,
  verdict: "go",
  hands: [50, 50, 50],
  title_matches: 3,
  cpc: 1.5,
} as unknown as Row;
const family = { opened: () => false, within: () => false, onToggle: vi.fn() };

function cell(id: string, changed: Partial<Row> = {}, set: "usual" | "page" = "usual") {
  const column = sheetColumns(new Set(), "£", family, "web", set).find((known) => known.id === id);
  return render(column?.cell({ ...ROW, ...changed } as Row)).container;
}

describe("the sheet's cells", () => {
  it("say where a chance is estimated, and between what it lies", () => {
    const range = { chance: 0.34, chance_low: 0.1, chance_high: 0.6 };
    const estimated = { ...range, worth: 183, chance_from: "signs" } as const;
    expect(cell("chance", estimated)).toHaveTextContent(/^34%\?$/);
    expect(cell("worth", estimated)).toHaveTextContent(/^£183\?$/);
    expect(screen.getAllByTitle(/the chance is between 10% and 60%/).length).toBe(2);
    expect(cell("chance", { ...estimated, chance_from: "guess" })).toHaveTextContent(/^34%$/);
  });

  it("begin with what decides", () =>
    expect(
      sheetColumns(new Set(), "£", family, "web", "usual")
        .slice(0, 4)
        .map((column) => column.id),
    ).toEqual(["text", "intent", "volume", "month_share"]));

  it("of the results page stand apart, those of videos on video only", () => {
    const ids = (channel: "web" | "video", set: "usual" | "page") =>
      sheetColumns(new Set(), "£", family, channel, set).map((column) => column.id);
    expect(ids("web", "usual")).not.toContain("openness");
    expect(ids("web", "page")).toContain("openness");
    expect(ids("web", "page")).not.toContain("views_least");
    expect(ids("video", "page")).toContain("views_least");
    expect(
      cell("features", { features: ["map", "answer_box"], difficulty: 3 }, "page"),
    ).toHaveTextContent("map, answer box");
  });

  it.each([
    [{}, "1,200", "80% likely to be between 900 and 1,600"],
    [{ volume_rough: true }, "about 1,200", /rough estimate$/],
    [{ volume_disagrees: true }, "1,200", /sources differ by more than 2×$/],
    [{ practice: true }, "1,200", /; practice$/],
  ])("a volume of %j is told with its doubts", (changed, text, title) => {
    const drawn = cell("volume", changed);
    expect(drawn).toHaveTextContent(text);
    expect(drawn.querySelector("[title]")?.getAttribute("title")).toMatch(title);
  });

  it.each([
    [true, "not measured"],
    [false, "no figure yet"],
  ])("no volume, waiting %s: %s", (waiting, text) => {
    expect(cell("volume", { volume: null, waiting })).toHaveTextContent(text);
  });

  it.each([
    ["rising", 0.25, "+25%", "text-pine"],
    ["fading", -0.3, "−30%", "text-persimmon-text"],
    ["steady", 0.02, "+2%", "text-quiet"],
    ["new", null, "new", "text-persimmon-text"],
  ])("a %s year says so", (trend, change_share, text, look) => {
    const drawn = cell("month_share", { trend, change_share } as Partial<Row>);
    const told = [...drawn.querySelectorAll("span")].findLast((span) => span.textContent === text);
    expect(told).toHaveClass(look);
  });

  it("what is not known is never a figure", () => {
    for (const id of ["title_matches", "cpc", "difficulty"])
      expect(cell(id, { [id]: null }).querySelector(".hatched")).not.toBeNull();
    expect(cell("title_matches")).toHaveTextContent("3 of 10");
    expect(cell("cpc")).toHaveTextContent("£1.50");
  });

  it("a family shows how many more there are", () => {
    expect(cell("text", { family_size: 3 })).toHaveTextContent("+2");
    expect(cell("text").querySelector("button")).toBeNull();
  });
});
