import { describe, expect, it } from "vitest";
import {
  type Drawn,
  heightOf,
  inOrder,
  measureOf,
  placeOf,
  placeOfChance,
  spread,
} from "./scoreMath";
import { STRICT, strictWords } from "./strictWords";

const note = (id: number, chance: number | null, more: Partial<Drawn> = {}): Drawn => ({
  id,
  name: `cluster ${id}`,
  keywords: 2,
  volume: 100,
  worth: 10,
  chance,
  peak: 0,
  planned: false,
  ...more,
});

describe("a note's place", () => {
  it("is how likely it is, or the middle of its month", () => {
    expect(placeOf(note(1, 0.01), "chance")).toBeNull();
    expect(placeOf(note(1, 0.02), "chance")).toBe(0);
    expect(placeOf(note(1, 0.999), "chance")).toBe(100);
    const [low, middle, high] = [0.25, 0.5, 0.75].map(placeOfChance);
    expect((high ?? 0) - (middle ?? 0)).toBeCloseTo((middle ?? 0) - (low ?? 0));
    expect(placeOf(note(1, null), "chance")).toBeNull();
    expect(placeOf(note(1, 0.25, { peak: 6 }), "season")).toBeCloseTo(45.8, 1);
    expect(placeOf(note(1, 0.25), "season")).toBeNull();
  });
  it("leaves out what has none, in the order of places", () => {
    const notes = [note(1, 0.9), note(2, null), note(3, 0.1), note(4, 0.9, { worth: 20 })];
    expect(inOrder(notes, "chance").map((each) => each.id)).toEqual([3, 4, 1]);
  });
});

describe("notes at one place", () => {
  it("are as many a month as can be seen, those worth most", () => {
    const notes = Array.from({ length: 9 }, (_, id) => note(id, 0.5, { peak: 3, worth: id }));
    const drawn = inOrder(notes, "season").map((each) => each.id);
    expect(drawn).toEqual([8, 7, 6, 5, 4]);
  });
  it.each([0.02, 0.5, 1])("stand beside each other at %s", (chance) => {
    const notes = Array.from({ length: 30 }, (_, id) => note(id, chance));
    const at = [...spread(notes, "chance").values()];
    for (let i = 1; i < at.length; i++)
      expect((at[i] ?? 0) - (at[i - 1] ?? 0)).toBeGreaterThan(0.89);
    expect(at[at.length - 1]).toBeLessThanOrEqual(100);
    expect(at[0]).toBeGreaterThanOrEqual(-1e-9);
  });
  it("stay where they are when there is room", () => {
    const at = spread([note(1, 0.2), note(2, 0.6)], "chance");
    expect([at.get(1), at.get(2)]).toEqual([placeOfChance(0.2), placeOfChance(0.6)]);
  });
  it("share their month", () => {
    const at = spread([note(1, 0, { peak: 3 }), note(2, 0, { peak: 3 })], "season");
    for (const place of at.values()) {
      expect(place).toBeGreaterThan((2 / 12) * 100);
      expect(place).toBeLessThan((3 / 12) * 100);
    }
  });
});

describe("a note's height", () => {
  it("grows with the logarithm of its worth", () => {
    expect(heightOf(100, 100)).toBe(1);
    expect(heightOf(10, 100)).toBeGreaterThan(heightOf(1, 100));
    expect(heightOf(0, 100)).toBe(heightOf(0.0001, 100));
    expect(heightOf(5, 0)).toBeGreaterThan(0);
  });
  it("is that of its searches where no worth is known", () => {
    const unknown = (id: number, volume: number) => note(id, 0.5, { worth: null, volume });
    const { byWorth, height } = measureOf([unknown(1, 900), unknown(2, 90)]);
    expect(byWorth).toBe(false);
    expect(height(unknown(1, 900))).toBeGreaterThan(height(unknown(2, 90)));
    const some = measureOf([unknown(1, 900), note(2, 0.5, { worth: 3, volume: 9 })]);
    expect(some.byWorth).toBe(true);
    expect(some.height(note(2, 0.5, { worth: 3, volume: 9 }))).toBe(1);
  });
});

describe("strictness", () => {
  it("is told in words, the usual among them", () => {
    expect(STRICT).toContain(1);
    expect(new Set(STRICT.map(strictWords)).size).toBe(5);
  });
});
