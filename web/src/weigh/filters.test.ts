import { describe, expect, it } from "vitest";
import {
  csvAddress,
  isFiltered,
  pressed,
  RANGES,
  rangeWords,
  SHEET_DEFAULTS,
  type Sort,
  sheetSearch,
  sortName,
  toQuery,
} from "./filters";

const range = (id: string) => {
  const found = RANGES.find((range) => range.id === id);
  if (!found) throw new Error(id);
  return found;
};

describe("the address of the sheet", () => {
  it("has its defaults", () => expect(sheetSearch.parse({})).toEqual(SHEET_DEFAULTS));

  it("leaves nonsense out and keeps the rest", () => {
    const read = sheetSearch.parse({
      q: 5,
      sort: "secret",
      volume_min: -3,
      volume_max: "many",
      chance_min: 0.5,
      intent: ["happy"],
      verdict: "go",
      row: 1.5,
      state: "gone",
      extra: 1,
    });
    expect(read).toEqual({ ...SHEET_DEFAULTS, chance_min: 0.5 });
  });

  it("keeps what fits", () => {
    const asked = {
      q: "moon",
      intent: ["commercial"],
      verdict: ["go", "none"],
      difficulty_max: 60,
      row: 7,
      local: true,
    };
    expect(sheetSearch.parse(asked)).toEqual({ ...SHEET_DEFAULTS, ...asked });
  });

  it("tells the server everything but the open row", () => {
    const query = toQuery(sheetSearch.parse({ q: "moon", row: 7 }), "video");
    const { columns, ...usual } = SHEET_DEFAULTS;
    expect(query).toEqual({ ...usual, q: "moon", channel: "video" });
  });

  it("knows whether anything but order is asked", () => {
    expect(isFiltered({})).toBe(false);
    expect(isFiltered({ sort: "cpc", descending: false, row: 3 })).toBe(false);
    expect(isFiltered({ q: "x" })).toBe(true);
    expect(isFiltered({ verdict: ["go"] })).toBe(true);
    expect(isFiltered({ state: "dropped" })).toBe(true);
    expect(isFiltered({ volume_min: 0 })).toBe(true);
  });

  it("exports what is filtered", () => {
    const address = csvAddress(3, {
      channel: "web",
      q: "a&b",
      intent: ["commercial", "navigational"],
      volume_min: 0,
      local: undefined,
    });
    const query = new URL(address, "http://x.example").searchParams;
    expect(address.startsWith("/api/projects/3/keywords.csv?")).toBe(true);
    expect(query.getAll("intent")).toEqual(["commercial", "navigational"]);
    expect(query.get("q")).toBe("a&b");
    expect(query.get("volume_min")).toBe("0");
    expect(query.has("local")).toBe(false);
  });
});

describe("a range in words", () => {
  it.each([
    [{}, "volume", ""],
    [{ volume_min: 300 }, "volume", "300 or more"],
    [{ difficulty_max: 60 }, "difficulty", "up to 60"],
    [{ chance_min: 0.25, chance_max: 0.5 }, "chance", "25% to 50%"],
    [{ words_min: 3, words_max: 3 }, "words", "3"],
    [{ cpc_min: 0.5 }, "cpc", "0.5 or more"],
  ])("%j of %s reads %j", (search, id, told) => expect(rangeWords(search, range(id))).toBe(told));
});

describe("a press on a heading", () => {
  const by = (sort: Sort, descending = true) => ({ sort, descending });
  it("turns the order round where it is sorted by already", () => {
    expect(pressed(by("worth"), "worth")).toEqual(by("worth", false));
    expect(pressed(by("worth", false), "worth")).toEqual(by("worth"));
  });
  it("begins with what one looks for first", () => {
    expect(pressed(by("worth"), "volume")).toEqual(by("volume"));
    expect(pressed(by("worth"), "difficulty")).toEqual(by("difficulty", false));
    expect(pressed(by("worth"), "text")).toEqual(by("text", false));
  });
  it("is told in words", () => expect(sortName("title_matches")).toBe("title matches"));
});
