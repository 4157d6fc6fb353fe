import { describe, expect, it } from "vitest";
import { addSeed, emptyRun, hasSeed, readRun, toggled, toggleSeed } from "./run";

describe("a run", () => {
  it("begins on the channel one looks at", () =>
    expect(emptyRun("video").channels).toEqual(["video"]));
  it("is read back as it was kept, and nonsense is not", () => {
    const run = { ...emptyRun("web"), seeds: "moon" };
    expect(readRun(JSON.parse(JSON.stringify(run)))).toEqual(run);
    expect(readRun({ ...run, ways: ["radio"] })).toBeUndefined();
    expect(readRun(null)).toBeUndefined();
  });
  it("takes a seed once", () => {
    expect(addSeed("", "moon")).toBe("moon");
    expect(addSeed("star,", "moon")).toBe("star, moon");
    expect(addSeed("star, Moon", "moon")).toBe("star, Moon");
  });
  it("gives a seed back, the others as they were", () => {
    expect(hasSeed("star,  Moon", "moon")).toBe(true);
    expect(toggleSeed("star, Moon\nsun", "moon")).toBe("star, sun");
    expect(toggleSeed("star", "moon")).toBe("star, moon");
    expect(toggleSeed("moon", "moon")).toBe("");
  });
  it("turns ways on and off", () => {
    expect(toggled(["a"], "b")).toEqual(["a", "b"]);
    expect(toggled(["a", "b"], "a")).toEqual(["b"]);
  });
});
