import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { Drift } from "./Drift";
import { daysBetween, longDay } from "./days";
import { movesWords, placeWords, visibleWords } from "./followWords";
import { againstForecast, BELOW, drawnAt, placeCell, placesCsv, plotRows } from "./historyMath";
import { changeWords, figureWords, lastMonths, shownRows, usualMonth } from "./reportMath";
import { Trail } from "./Trail";

const NONE = { rose: 0, fell: 0, stayed: 0, new: 0, lost: 0 };

describe("what moved", () => {
  it("leaves out what did not happen", () => {
    expect(movesWords({ ...NONE, rose: 3, stayed: 2 })).toBe("3 rose, 2 stayed");
    expect(movesWords(NONE)).toBe("");
  });

  it("draws a stroke for each phrase, and as many as fit for many", () => {
    const { container, rerender } = render(
      <Drift moves={{ ...NONE, rose: 2, lost: 1, stayed: 1 }} />,
    );
    expect(screen.getByRole("img", { name: "2 rose, 1 lost, 1 stayed" })).toBeInTheDocument();
    expect(container.querySelectorAll("rect")).toHaveLength(3);
    expect(container.querySelectorAll("rect[fill='none']")).toHaveLength(1);
    rerender(<Drift moves={{ ...NONE, rose: 180, fell: 1 }} />);
    const marks = container.querySelectorAll("rect").length;
    expect(marks).toBeLessThanOrEqual(27);
    expect(marks).toBeGreaterThan(20);
    rerender(<Drift moves={NONE} />);
    expect(container).toBeEmptyDOMElement();
  });

  it("says how visible searches changed, and nothing where one is unknown", () => {
    expect(visibleWords(120, 100)).toBe("+20");
    expect(visibleWords(80, 100.2)).toBe("−20");
    expect(visibleWords(100.2, 100)).toBe("as before");
    expect(visibleWords(null, 100)).toBe("");
  });

  it("draws steps over time only where there are two looks", () => {
    const { rerender } = render(<Trail values={[1, 2]} label="over time" />);
    expect(screen.getByRole("img", { name: "over time" })).toBeInTheDocument();
    rerender(<Trail values={[1]} label="over time" />);
    expect(screen.getByText("one look")).toBeInTheDocument();
  });
});

describe("places", () => {
  it("tells not shown, not looked at and no answer apart", () => {
    expect([4, 0, -1, -2].map(placeCell)).toEqual(["4", "not ranking", "", "no answer"]);
    expect([4, 0, -1, -2].map(drawnAt)).toEqual([4, BELOW, null, null]);
    expect(placeWords(null)).toBe("not checked");
    expect(placeWords(0, 50)).toBe("not in the top 50");
  });

  const live = {
    days: ["2026-03-02", "2026-03-09", "2026-06-01"],
    gaps: [["2026-03-09", "2026-06-01"]],
    visible: [1, 2, 3],
    phrases: [{ id: 7, text: "=cord", searches: 90, places: [4, -2, 0] }],
  } as unknown as Parameters<typeof plotRows>[0] & Parameters<typeof placesCsv>[0];

  it("breaks the line where nobody looked for long", () => {
    const rows = plotRows(live);
    expect(rows).toHaveLength(4);
    expect(rows.map((row) => row.p7)).toEqual([4, null, null, BELOW]);
    expect(rows[2]?.visible).toBeNull();
  });

  it("takes them away as CSV that no spreadsheet runs", () => {
    expect(placesCsv(live)).toBe(
      "\uFEFFKeyword,Searches,2026-03-02,2026-03-09,2026-06-01\r\n'=cord,90,4,no answer,not ranking\r\n",
    );
  });

  it("holds a place against the forecast only once it has settled", () => {
    expect(againstForecast({ chance: 0.8, last: 14 }, false)?.side).toBe(0);
    expect(againstForecast({ chance: 0.8, last: 14 }, true)?.side).toBe(-1);
    expect(againstForecast({ chance: 0.2, last: 4 }, false)?.side).toBe(1);
    expect(againstForecast({ chance: null, last: 4 }, true)).toBeNull();
    expect(againstForecast({ chance: 0.5, last: null }, true)).toBeNull();
  });
});

describe("the report", () => {
  it("shows figures as they were said, and a dash where nobody did", () => {
    expect([1204, 4.65, 120.4, null].map(figureWords)).toEqual(["1,204", "4.7", "120", "–"]);
  });

  it("says what became of a figure", () => {
    expect(changeWords(41, 38)).toBe("+3 (+8%)");
    expect(changeWords(38, 41)).toBe("−3 (−7%)");
    expect(changeWords(5, 0)).toBe("+5");
    expect(changeWords(4.7, 4.7)).toBe("as before");
    expect(changeWords(null, 3)).toBe("");
  });

  it("in the first week of a month the report is about the month before", () => {
    expect(usualMonth("2026-12-07")).toBe("2026-11");
    expect(usualMonth("2026-12-08")).toBe("2026-12");
    expect(usualMonth("2027-01-01")).toBe("2026-12");
  });

  it("offers a year of months, and all since something is followed", () => {
    expect(lastMonths("2026-05-03", "2026-06-10")).toHaveLength(13);
    const all = lastMonths("2024-11-03", "2026-02-10");
    expect(all[0]).toBe("2026-02");
    expect(all.at(-1)).toBe("2024-11");
  });

  it("leaves out rows of which nothing is known", () => {
    expect(shownRows([{ values: [null, null] }, { values: [null, 0] }])).toHaveLength(1);
  });
});

it("says days in full and counts them", () => {
  expect(longDay("2026-11-03")).toBe("3 November 2026");
  expect(daysBetween("2026-02-27", "2026-03-02")).toBe(3);
});
