import { describe, expect, it } from "vitest";
import { dugInto, GATHER_DEFAULTS, gatherSearch, toStreamQuery } from "./search";

describe("the address of Gather", () => {
  it("has its defaults", () => expect(gatherSearch.parse({})).toEqual(GATHER_DEFAULTS));

  it("leaves nonsense out", () =>
    expect(gatherSearch.parse({ tab: "x", state: 3, job: -1, row: "a", trail: "b", q: 7 })).toEqual(
      GATHER_DEFAULTS,
    ));

  it("becomes what the server is asked", () =>
    expect(toStreamQuery(gatherSearch.parse({ q: "moon", row: 3, job: 4 }), "video")).toEqual({
      channel: "video",
      state: "new",
      job: 4,
      way: "",
      q: "moon",
      sort: "arrival",
    }));
});

describe("the trail", () => {
  it("begins with the seed", () =>
    expect(dugInto([], "telescope", "wall mount")).toEqual(["telescope", "wall mount"]));
  it("goes on from where one is", () =>
    expect(dugInto(["telescope", "wall mount"], "wall mount", "mount for wood")).toEqual([
      "telescope",
      "wall mount",
      "mount for wood",
    ]));
  it("turns off where an earlier seed brought the keyword", () =>
    expect(dugInto(["telescope", "wall mount"], "telescope", "star chart")).toEqual([
      "telescope",
      "star chart",
    ]));
  it("holds thirty steps, the latest ones", () => {
    const trail = Array.from({ length: 30 }, (_, i) => `step ${i}`);
    const longer = dugInto(trail, "step 29", "one more");
    expect([longer.length, longer[0], longer.at(-1)]).toEqual([30, "step 1", "one more"]);
  });
  it("does not go in circles", () => {
    expect(dugInto(["a", "b"], "b", "a")).toEqual(["b", "a"]);
    expect(dugInto([], "", "a")).toEqual(["a"]);
    expect(dugInto([], "a", "a")).toEqual(["a"]);
  });
});
