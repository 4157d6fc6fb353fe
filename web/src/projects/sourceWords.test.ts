import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { moved, partsOf, tellsInWords } from "./sourceWords";

const source = (name: string, file = false): Schemas["SourceOut"] => ({
  name,
  file,
  may: file ? "stands" : "beside",
  tells: file ? [] : ["counts"],
  price: file ? 0 : 1,
  practice: false,
});

describe("sources", () => {
  it("move among their like; files stay first", () => {
    const order = [source("File a", true), source("A"), source("B")];
    expect(moved(order, 2, -1)?.map((s) => s.name)).toEqual(["File a", "B", "A"]);
    expect(moved(order, 1, -1)).toBeUndefined();
    expect(moved(order, 0, 1)).toBeUndefined();
    expect(moved(order, 2, 1)).toBeUndefined();
  });

  it("say what they tell, what it costs and what they may do", () => {
    expect(tellsInWords(source("A"))).toBe("searches and their history · 1 lookup each");
    expect(tellsInWords({ ...source("A"), price: 0 })).toBe("searches and their history · free");
    expect(tellsInWords({ ...source("A"), practice: true })).toMatch(/^practice · /);
    expect(tellsInWords(source("File a", true))).toBe("your file");
    expect(partsOf(source("File a", true)).map(([may]) => may)).toEqual(["stands", "off"]);
    expect(partsOf(source("A")).map(([may]) => may)).toEqual(["beside", "adjusts", "off"]);
    const pages = { ...source("A"), tells: ["page" as const] };
    expect(partsOf(pages).map(([, words]) => words)).toEqual(["On", "Off"]);
  });
});
