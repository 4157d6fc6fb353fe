import { describe, expect, it } from "vitest";
import { placeOf, totalWith } from "./families";

const OPENED = [
  { at: 4, members: ["x"] },
  { at: 1, members: ["a", "b"] },
];
const seen = (index: number) => {
  const place = placeOf(OPENED, index);
  return place.member ?? place.at;
};

describe("families opened in place", () => {
  it("stand under their row, whatever the order they were opened in", () =>
    expect([0, 1, 2, 3, 4, 5, 6, 7, 8].map(seen)).toEqual([0, 1, "a", "b", 2, 3, 4, "x", 5]));
  it("make the list longer", () => expect(totalWith(OPENED, 6)).toBe(9));
  it("leave a list without any alone", () =>
    expect(placeOf([], 7)).toEqual({ at: 7, member: undefined }));
});
