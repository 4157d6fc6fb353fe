import { describe, expect, it } from "vitest";
import { safeCell } from "../parts/csvCell";
import { byMonth, historyCsv, labelShifts } from "./history";

const first = {
  name: "one",
  points: [
    { month: "2026-01", searches: 5 },
    { month: "2026-03", searches: 0 },
  ],
};
const second = { name: '=two, "too"', points: [{ month: "2025-12", searches: 9 }] };

describe("months", () => {
  it("are all that occur, in order, unknown where a series has none", () =>
    expect(byMonth([first, second])).toEqual([
      { month: "2025-12", values: [null, 9] },
      { month: "2026-01", values: [5, null] },
      { month: "2026-03", values: [0, null] },
    ]));
  it("are none without series", () => expect(byMonth([])).toEqual([]));
});

describe("CSV", () => {
  it("keeps unknown empty and nothing 0", () =>
    expect(historyCsv([first, second])).toBe(
      '\uFEFFMonth,one,"\'=two, ""too"""\r\n2025-12,,9\r\n2026-01,5,\r\n2026-03,0,\r\n',
    ));
  it.each(["=1", "+1", "-1", "@x", "\t=1", "＝1"])("tames %j", (text) =>
    expect(safeCell(text)).toBe(`'${text}`),
  );
  it("leaves other texts alone", () => expect(safeCell("moon map")).toBe("moon map"));
});

describe("labels at the lines' ends", () => {
  const ending = (...values: number[]) =>
    values.map((searches, i) => ({ name: `s${i}`, points: [{ month: "2026-01", searches }] }));
  it("stay where they are far apart", () =>
    expect(labelShifts(ending(100, 50, 0), 100)).toEqual([0, 0, 0]));
  it("move up where they would overlap", () => {
    expect(labelShifts(ending(100, 2, 0), 100)).toEqual([0, -11, 0]);
    expect(labelShifts(ending(0, 0, 100), 100)).toEqual([0, -13, 0]);
  });
  it("pass over a line that ends earlier", () =>
    expect(
      labelShifts(
        [...ending(10), { name: "old", points: [{ month: "2025-01", searches: 10 }] }],
        100,
      ),
    ).toEqual([0, 0]));
});
