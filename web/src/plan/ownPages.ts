/** Pages of one's own, as a report shows them: which are worth working on, and which are chosen. */
import type { Schemas } from "../api/client";

export type OwnPage = Schemas["ReportedPageOut"];

/** Where a page is on its site: what all addresses share is left out. */
export const pathOf = (address: string): string =>
  address.replace(/^https?:\/\/[^/]+/, "") || address;

/** Pages that are chosen before anybody chooses: those whose work earns its hours, or may. */
export const worthwhile = (pages: readonly OwnPage[]): Set<string> =>
  new Set(
    pages
      .filter((page) => page.advice !== "leave" && page.pays !== false)
      .map((page) => page.address),
  );

/** Addresses that become pieces: those chosen, in their order, and lines that were typed. */
export const addressesOf = (
  pages: readonly OwnPage[],
  chosen: ReadonlySet<string>,
  typed: string,
): string[] => [
  ...pages.filter((page) => chosen.has(page.address)).map((page) => page.address),
  ...typed.split("\n").filter((line) => line.trim()),
];
