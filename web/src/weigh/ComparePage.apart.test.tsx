import { render, screen, within } from "@testing-library/react";
import type { ReactNode } from "react";
import { describe, expect, it, vi } from "vitest";
import type { Row, Schemas } from "../api/client";
import { Comparison } from "./ComparePage";

vi.mock("../parts/Help", () => ({ Help: (given: { children: ReactNode }) => given.children }));
vi.mock("./HistoryPlot", () => ({ HistoryPlot: () => null }));

const UNKNOWN = {
  volume: null,
  volume_low: null,
  volume_high: null,
  volume_rough: false,
  month_share: [],
  peak_month: 0,
  trend: "unknown",
  change_share: null,
  intent: "",
  cpc: null,
  title_matches: null,
  difficulty: null,
  chance: null,
  clicks: null,
  worth: null,
  verdict: "",
  hands: [],
};
const KNOWN = {
  ...UNKNOWN,
  volume: 1_200,
  trend: "rising",
  change_share: 0.25,
  difficulty: 40,
  title_matches: 3,
  worth: 12.5,
};
const row = (id: number, figures: object) => ({ id, text: `keyword ${id}`, ...figures }) as Row;

function line(name: string, ...rows: Row[]) {
  const known = rows.map((row) => ({ row, history: [] }) as unknown as Schemas["InspectorOut"]);
  render(<Comparison known={known} currency="£" />);
  const heading = screen.getByRole("rowheader", { name: new RegExp(`^${name}`) });
  return within(heading.closest("tr") as HTMLElement).getAllByRole("cell");
}

describe("two keywords side by side", () => {
  it.each(["Searches a month", "Trend", "Difficulty", "Title matches", "Worth a month"])(
    "%s is told where it is known, and said to be unknown where not",
    (name) => {
      const [known, unknown] = line(name, row(1, KNOWN), row(2, UNKNOWN));
      expect(known?.textContent).not.toBe("");
      expect(known && within(known).queryByTitle("not known")).toBeNull();
      expect(unknown && within(unknown).getByTitle("not known")).toBeInTheDocument();
    },
  );

  it("a trend without a known change is only named", () => {
    const [known, flat] = line("Trend", row(1, KNOWN), row(2, { ...KNOWN, change_share: null }));
    expect([known?.textContent, flat?.textContent]).toEqual(["Rising, +25%", "Rising"]);
  });

  it.each([
    ["Searches a month", { volume: 90 }, { volume: 1_200 }],
    ["Difficulty", { difficulty: 60 }, { difficulty: 20 }],
    ["Title matches", { title_matches: 9 }, { title_matches: 0 }],
  ])("the best %s is strong", (name, worse, better) => {
    const [first, second] = line(
      name,
      row(1, { ...KNOWN, ...worse }),
      row(2, { ...KNOWN, ...better }),
    );
    expect(first).not.toHaveClass("font-bold");
    expect(second).toHaveClass("font-bold");
  });
});
