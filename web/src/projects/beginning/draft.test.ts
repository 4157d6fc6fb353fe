import { describe, expect, it } from "vitest";
import {
  EMPTY_DRAFT,
  freeName,
  nameFrom,
  toProject,
  visitorWorth,
  withCountry,
  withRead,
  wrongOutlet,
  wrongWorth,
} from "./draft";

describe("a new project", () => {
  it("is named after what it is about", () => {
    expect(nameFrom("We groom dogs in Marlbury, and sell brushes.")).toBe("Groom dogs in Marlbury");
    expect(nameFrom("We teach bookbinding and sell tools for it.")).toBe(
      "Teach bookbinding and sell tools",
    );
    expect(nameFrom("We repair old tin toys of any age")).toBe("Repair old tin toys");
    expect(nameFrom("We black, paint and fit out narrowboats at a yard")).toBe(
      "Black, paint and fit out narrowboats",
    );
    expect(nameFrom("Tea for two")).toBe("Tea for two");
    expect(nameFrom("  ")).toBe("My project");
  });
  it("takes a name that is free, unless one typed it", () => {
    expect(freeName("Bees", ["Wasps"])).toBe("Bees");
    expect(freeName("Bees", ["bees", "Bees 2"])).toBe("Bees 3");
    expect(toProject({ ...EMPTY_DRAFT, about: "Bees" }, ["Bees"]).name).toBe("Bees 2");
    expect(toProject({ ...EMPTY_DRAFT, name: "Bees" }, ["Bees"]).name).toBe("Bees");
  });
  it("has beginners on each channel where nobody publishes yet", () => {
    const { outlets, preset } = toProject({ ...EMPTY_DRAFT, about: "Bees" });
    expect(outlets.map((o) => [o.channel, o.standing, o.assumed])).toEqual([
      ["web", 15, true],
      ["video", 1000, true],
      ["marketplace", 100, true],
    ]);
    expect(preset).toBe("new");
  });
  it("takes what was told, and marks what was not as assumed", () => {
    const project = toProject({
      ...EMPTY_DRAFT,
      about: "Bees",
      country: "DE",
      figures: "files",
      outlets: [
        { channel: "web", name: "bees.example", standing: "12,5" },
        { channel: "video", name: "Bee films", standing: "" },
        { channel: "web", name: "", standing: "" },
      ],
    });
    expect(project.currency).toBe("€");
    expect(project.figures_from).toBe("files");
    expect(project.outlets).toEqual([
      expect.objectContaining({ address: "bees.example", standing: 12.5, assumed: false }),
      expect.objectContaining({ address: "", standing: 1000, assumed: true }),
    ]);
  });
  it("knows what a visitor is worth by sales and visitors, or asks for both", () => {
    const draft = { ...EMPTY_DRAFT, sale: "300", ofHundred: "2", hour: "25" };
    expect(visitorWorth(draft)).toBe(6);
    expect(toProject(draft)).toMatchObject({ click_values: { any: 6 }, hour_value: 25 });
    expect(visitorWorth(EMPTY_DRAFT)).toBeNull();
    expect(toProject(EMPTY_DRAFT)).toMatchObject({ click_values: {}, hour_value: 10 });
    expect(wrongWorth(draft)).toBe("");
    expect(wrongWorth(EMPTY_DRAFT)).toBe("");
    expect(wrongWorth({ ...draft, ofHundred: "" })).toMatch(/both/);
    expect(wrongWorth({ ...draft, ofHundred: "120" })).toMatch(/between 0 and 100/);
    expect(wrongWorth({ ...draft, sale: "lots" })).toMatch(/must be a number/);
    expect(wrongWorth({ ...draft, hour: "-3" })).toMatch(/hour/);
  });
  it("says what is wrong with an outlet", () => {
    expect(wrongOutlet({ channel: "web", name: "", standing: "3" })).toMatch(/name/);
    expect(wrongOutlet({ channel: "web", name: "a", standing: "x" })).toMatch(/0 or more/);
    expect(wrongOutlet({ channel: "web", name: "a", standing: "101" })).toMatch(/100/);
    expect(wrongOutlet({ channel: "video", name: "a", standing: "101" })).toBe("");
  });
  it("knows from its sentence where one is, and never against what was typed", () => {
    const about = { language: "de", places: ["Marlbury", "Tennick"] };
    const read = withRead(EMPTY_DRAFT, about);
    expect(read).toMatchObject({ country: "DE", language: "de", places: "Marlbury, Tennick" });
    // Another sentence: what was only read changes with it.
    const again = withRead(read, { language: "en", places: [] });
    expect(again).toMatchObject({ country: "GB", language: "en", places: "" });
    const typed = { ...read, country: "AT", places: "Westerholm" };
    expect(withRead(typed, { language: "en", places: ["Tarnley"] })).toMatchObject({
      ...{ country: "AT", language: "de", places: "Westerholm" },
    });
    expect(withRead({ ...read, places: "" }, about).places).toBe("");
  });
  it("takes the language of a country, unless one chose another", () => {
    expect(withCountry(EMPTY_DRAFT, "AT")).toEqual({ country: "AT", language: "de" });
    const german = { ...EMPTY_DRAFT, country: "AT", language: "de" };
    expect(withCountry(german, "BR")).toEqual({ country: "BR", language: "pt" });
    // Where several are spoken it stays, and so does one that was chosen.
    expect(withCountry(german, "CH")).toEqual({ country: "CH" });
    const chosen = { ...EMPTY_DRAFT, language: "fr" };
    expect(withCountry(chosen, "DE")).toEqual({ country: "DE" });
  });
});
