/** What the address of the clusters holds. */
import { z } from "zod";

export const clusterSearch = z.object({
  q: z.string().max(200).default("").catch(""),
  sort: z.enum(["worth", "volume", "keywords", "chance"]).default("worth").catch("worth"),
  several: z.boolean().default(false).catch(false),
  cluster: z.number().int().positive().optional().catch(undefined),
});
export const CLUSTER_DEFAULTS = { q: "", sort: "worth" as const, several: false };
export type ClusterSearch = z.output<typeof clusterSearch>;
