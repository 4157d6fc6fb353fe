import { describe, expect, it } from "vitest";
import {
  decidable,
  type Group,
  NOTHING_MORE,
  notScheduled,
  ownWords,
  type Preview,
  piecesOf,
  toPlan,
} from "./planning";

const side = (cluster: number | null, piece: number | null) => ({
  cluster_id: cluster,
  piece_id: piece,
  title: "",
  main: "",
  volume: null,
  worth: null,
  why: "",
});
const clusters: Group = { serves: side(1, null), others: [side(2, null), side(3, null)] };
const withPiece: Group = { serves: side(null, 7), others: [side(null, 8), side(4, null)] };
const groups = [clusters, withPiece];

describe("those that would fight", () => {
  it("are served by one, or by a piece that is there", () => {
    expect(toPlan([1, 2, 3, 4], groups, new Set(), NOTHING_MORE)).toEqual({
      cluster_ids: [1, 2, 3, 4],
      joined: [
        { cluster_id: 2, into_cluster: 1, into_piece: null },
        { cluster_id: 3, into_cluster: 1, into_piece: null },
        { cluster_id: 4, into_cluster: null, into_piece: 7 },
      ],
      apart: [],
      off_topic: false,
      new_pages: false,
    });
  });
  it("stay apart from each that has a piece, where one wants it", () => {
    const plan = toPlan([1, 2, 3, 4], groups, new Set([2, 3, 4]), NOTHING_MORE);
    expect(plan.joined).toEqual([]);
    expect(plan.apart).toEqual([
      { cluster_id: 2, other_cluster: 1, other_piece: null },
      { cluster_id: 3, other_cluster: 1, other_piece: null },
      { cluster_id: 3, other_cluster: 2, other_piece: null },
      { cluster_id: 4, other_cluster: null, other_piece: 7 },
      { cluster_id: 4, other_cluster: null, other_piece: 8 },
    ]);
  });
  it("tell how many pieces come of it, and what can be decided", () => {
    const own = [{ does: "improve" }, { does: "covered" }, { does: "leave" }];
    const preview = { drafts: [1, 2, 3, 4], off_topic: [1], own, groups } as unknown as Preview;
    const plan = (offTopic: boolean, newPages: boolean) =>
      toPlan([1, 2, 3, 4], groups, new Set([2]), { offTopic, newPages });
    expect(piecesOf(preview, plan(true, false))).toBe(3);
    // Each that a page ranks for gets a piece of its own, the improved one in its place.
    expect(piecesOf(preview, plan(true, true))).toBe(5);
    expect(decidable(preview).map((other) => other.cluster_id)).toEqual([2, 3, 4]);
  });
  it("say what happens where a page of one's own ranks", () => {
    const own = { cluster_id: 1, name: "a", address: "" };
    expect(ownWords({ ...own, does: "improve" })).toBe("improve your page");
    expect(ownWords({ ...own, does: "improve", address: "/a" })).toBe("improve /a");
    expect(ownWords({ ...own, does: "covered" })).toMatch(/covered/);
    expect(ownWords({ ...own, does: "planned" })).toMatch(/plan already/);
    expect(ownWords({ ...own, does: "leave" })).toMatch(/leave it/);
  });
});

describe("new pieces without a month", () => {
  it("are counted, with why", () => {
    expect(notScheduled({ made: 3, placed: 3, unpaid: 0 })).toBe("");
    expect(notScheduled({ made: 3, placed: 1, unpaid: 0 })).toBe("2 not scheduled");
    expect(notScheduled({ made: 3, placed: 1, unpaid: 1 })).toBe(
      "2 not scheduled (1 would not earn its hours)",
    );
    expect(notScheduled({ made: 3, placed: 0, unpaid: 2 })).toContain("2 would not earn their");
  });
});
