import { describe, expect, it } from "vitest";
import { addressesOf, type OwnPage, pathOf, worthwhile } from "./ownPages";

const page = (address: string, advice: OwnPage["advice"], pays: boolean | null): OwnPage => ({
  address,
  advice,
  pays,
  keyword: "kayak hire",
  queries: 3,
  clicks: 12,
  why: "",
  visits: 4,
  worth: 9,
  hours: 2,
});
const PAGES = [
  page("/hire", "improve", true),
  page("/old", "merge", null),
  page("/tips", "refresh", false),
  page("/about", "leave", null),
];

describe("one's own pages", () => {
  it("are named by where they are on their site", () =>
    expect(["https://a.example/x/y", "http://a.example/", "https://a.example"].map(pathOf)).toEqual(
      ["/x/y", "/", "https://a.example"],
    ));

  it("are chosen where the work earns its hours, or nobody knows", () =>
    expect([...worthwhile(PAGES)]).toEqual(["/hire", "/old"]));

  it("become pieces with those whose addresses were typed", () =>
    expect(addressesOf(PAGES, new Set(["/tips", "/hire", "/gone"]), " \n/new Title\n")).toEqual([
      "/hire",
      "/tips",
      "/new Title",
    ]));
});
