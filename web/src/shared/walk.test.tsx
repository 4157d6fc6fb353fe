import { beforeEach, describe, expect, it } from "vitest";
import { placeIn, readWalk } from "./walk";

const WALK = { name: "Weigh", back: "/p/1/web/weigh?q=moon", ids: [4, 8, 2] };
const KEY = "bunraku.walk.1/web";

describe("the list that is walked", () => {
  beforeEach(() => sessionStorage.clear());

  it("is kept for its project and channel", () => {
    sessionStorage.setItem(KEY, JSON.stringify(WALK));
    expect(readWalk(1, "web")).toEqual(WALK);
    expect(readWalk(1, "video")).toBeNull();
    expect(readWalk(2, "web")).toBeNull();
  });

  it.each(["nonsense", "null", '{"ids":[-1]}', '{"name":"x","back":"/","ids":"all"}'])(
    "is none where %s is kept",
    (kept) => {
      sessionStorage.setItem(KEY, kept);
      expect(readWalk(1, "web")).toBeNull();
    },
  );

  it("tells the place and the neighbours", () => {
    expect(placeIn(WALK, 8)).toEqual({ at: 2, of: 3, before: 4, after: 2 });
    expect(placeIn(WALK, 4)).toEqual({ at: 1, of: 3, before: undefined, after: 8 });
    expect(placeIn(WALK, 99).of).toBe(0);
    expect(placeIn(null, 4).of).toBe(0);
  });
});
