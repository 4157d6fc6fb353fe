import { describe, expect, it } from "vitest";
import { byMonth, historyCsv, safeCell } from "./history";

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
  it.each(["=1", "+1", "-1", "@x", "\t=1", "＝1"])("tames %j", (text) => expect(safeCell(text)).toBe(`'${text}`));
  it("leaves other texts alone", () => expect(safeCell("moon map")).toBe("moon map"));
});
