/** What the address of the clusters holds. */
import { z } from "zod";

export const clusterSearch = z.object({
  q: z.string().max(200).default("").catch(""),
  sort: z.enum(["worth", "volume", "keywords", "chance"]).default("worth").catch("worth"),
  several: z.boolean().default(false).catch(false),
  /** The theme that is looked at; 0 is what is in none. */
  theme: z.number().int().min(0).optional().catch(undefined),
  /** How it is shown: as a sheet, or all themes as a score. */
  view: z.enum(["sheet", "score"]).default("sheet").catch("sheet"),
  /** Whether a cluster's place in the score is how likely it is or the month of its peak. */
  by: z.enum(["chance", "season"]).default("chance").catch("chance"),
  /** What stands at the right: a cluster, a theme, or what could be done. */
  cluster: z.number().int().positive().optional().catch(undefined),
  open: z.enum(["theme", "proposals"]).optional().catch(undefined),
});
export const CLUSTER_DEFAULTS = {
  q: "",
  sort: "worth" as const,
  several: false,
  view: "sheet" as const,
  by: "chance" as const,
};
export type ClusterSearch = z.output<typeof clusterSearch>;
