import { describe, expect, it } from "vitest";
import {
  change,
  count,
  day,
  doneOn,
  exact,
  likely,
  lookups,
  money,
  monthName,
  percent,
  plural,
  shades,
  sumOf,
  timeLeft,
  volumeBar,
} from "./format";

describe("numbers in words", () => {
  it.each([
    [0, "0"],
    [0.3, "<1"],
    [7, "7"],
    [999, "999"],
    [1234, "1,230"],
    [28_342, "28,300"],
    [246_499, "246,000"],
  ])("an estimate of %d reads %s", (value, told) => expect(count(value)).toBe(told));

  it("tells lookups to the tenth where they are few", () =>
    expect([0.2, 1, 22, 1234.4].map(lookups)).toEqual([
      "0.2 lookups",
      "1 lookup",
      "22 lookups",
      "1,235 lookups",
    ]));
  it("adds what is known, and nothing to nothing", () =>
    expect([sumOf([1, null, 2]), sumOf([null]), sumOf([])]).toEqual([3, null, null]));

  it("counts what was counted to the unit", () => expect(exact(28_342)).toBe("28,342"));

  it.each([
    [0, "£0.00"],
    [0.003, "<£0.01"],
    [0.5, "£0.50"],
    [9.994, "£9.99"],
    [212.4, "£212"],
    [3940, "£3,940"],
  ])("%d of money reads %s", (value, told) => expect(money(value, "£")).toBe(told));

  it.each([
    [0.184, "+18%"],
    [-0.031, "−3%"],
    [0.004, "0%"],
    [-0.004, "0%"],
  ])("a change of %d reads %s", (value, told) => expect(change(value)).toBe(told));

  it("says per cent, months, plurals", () => {
    expect([0, 0.002, 0.738, 0.998, 1].map(percent)).toEqual(["0%", "<1%", "74%", ">99%", "100%"]);
    expect(monthName(6)).toBe("June");
    expect(monthName(0)).toBe("");
    expect(plural(1, "keyword")).toBe("1 keyword");
    expect(plural(1200, "keyword")).toBe("1,200 keywords");
    expect(plural(2, "match", "match")).toBe("2 match");
  });

  it("does not tell a day that is still to come as past", () => {
    const now = new Date(2026, 9, 15, 23, 30);
    expect(doneOn("2026-10-15", now)).toBe("15 Oct");
    expect(doneOn("2026-10-16", now)).toBe("16 Oct, by a clock that was ahead");
  });
  it("names the year of a day only where it is another", () => {
    const now = new Date(2026, 10, 25);
    expect(day("2026-06-02", now)).toBe("2 Jun");
    expect(day("2027-06-02", now)).toBe("2 Jun 2027");
  });

  it.each([
    [0, 100, 5, ""],
    [100, 100, 5, ""],
    [50, 100, 20, "about 20 s left"],
    [10, 100, 60, "about 9 min left"],
    [99, 100, 1, "about 1 s left"],
  ])("time left of %d of %d after %d s", (done, total, seconds, told) =>
    expect(timeLeft(done, total, seconds)).toBe(told),
  );
});

describe("a chance", () => {
  it.each([
    [1, ">99%"],
    [0, "<1%"],
    [0.5, "50%"],
  ])("of %d is %s", (chance, told) => expect(likely(chance)).toBe(told));
});

describe("lengths and shades", () => {
  it("volume bars grow and stay between 3 and 100", () => {
    const bars = [0, 1, 10, 1000, 99_999, 1e9].map(volumeBar);
    expect(bars).toEqual([...bars].sort((a, b) => a - b));
    expect(bars[0]).toBe(3);
    expect(bars.at(-1)).toBe(100);
  });

  it("an even year is pale, a peak is full, a quiet month paler, an empty year without", () => {
    expect(Math.max(...shades(Array(12).fill(5)))).toBeCloseTo(0.16);
    const december = shades([...Array(11).fill(1), 6]);
    expect(december[11]).toBe(1);
    expect(december[0]).toBeLessThan(0.16);
    expect(shades([0, 0])).toEqual([0, 0]);
  });
});
