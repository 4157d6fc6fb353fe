import { describe, expect, it } from "vitest";
import { figureWords, GROUPS, METHODS, methodName, originWords } from "./wayWords";

describe("ways in words", () => {
  it("has a word for each way and method", () => {
    for (const way of GROUPS.flatMap((group) => group.ways)) expect(METHODS[way]).toBeTruthy();
    expect(methodName("report")).toBe("performance report");
    expect(methodName("unheard")).toBe("unheard");
  });
  it("says of what a keyword came", () => {
    expect(originWords("box", "moon")).toEqual({ way: "autocomplete", of: "from moon" });
    expect(originWords("import", "list.csv")).toEqual({ way: "file", of: "list.csv" });
    expect(originWords("combine", "{base}")).toEqual({ way: "combined", of: "" });
  });
  it("says what a figure is", () => {
    expect(figureWords("rivals", 4)).toBe("position 4");
    expect(figureWords("fields", 1)).toBe("used by 1 result");
    expect(figureWords("fields", 7)).toBe("7 results use it");
    expect(figureWords("rising", 40)).toBe("+40% in a year");
    expect(figureWords("rising", null)).toBe("new this year");
    expect(figureWords("box", 3)).toBe("");
  });
});
