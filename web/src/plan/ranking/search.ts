/** What the address of the order holds. */
import * as z from "zod/mini";
import { id, maybe, orElse } from "../../shared/shapes";

const way = z.enum(["soonest", "most", "foundations", "own"]);
export const rankingSearch = z.object({
  of: orElse(z.enum(["keywords", "clusters", "pieces"]), "clusters"),
  way: maybe(way),
  beside: maybe(way),
  thing: maybe(id),
});
export const RANKING_DEFAULTS = { of: "clusters" as const };
export type RankingSearch = z.output<typeof rankingSearch>;
