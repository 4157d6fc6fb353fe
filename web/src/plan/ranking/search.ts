/** What the address of the order holds. */
import { z } from "zod";

const way = z.enum(["soonest", "most", "foundations", "own"]);
export const rankingSearch = z.object({
  of: z.enum(["keywords", "clusters", "pieces"]).default("clusters").catch("clusters"),
  way: way.optional().catch(undefined),
  beside: way.optional().catch(undefined),
  thing: z.number().int().positive().optional().catch(undefined),
});
export const RANKING_DEFAULTS = { of: "clusters" as const };
export type RankingSearch = z.output<typeof rankingSearch>;
