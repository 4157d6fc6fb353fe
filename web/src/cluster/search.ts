/** What the address of the clusters holds. */
import * as z from "zod/mini";
import { id, maybe, orElse, text } from "../shared/shapes";

export const clusterSearch = z.object({
  q: orElse(text(200), ""),
  sort: orElse(z.enum(["worth", "volume", "keywords", "chance"]), "worth"),
  several: orElse(z.boolean(), false),
  /** The theme that is looked at; 0 is what is in none. */
  theme: maybe(z.int().check(z.gte(0))),
  /** How it is shown: as a sheet, or all themes as a score. */
  view: orElse(z.enum(["sheet", "score"]), "sheet"),
  /** Whether a cluster's place in the score is how likely it is or the month of its peak. */
  by: orElse(z.enum(["chance", "season"]), "chance"),
  /** What stands at the right: a cluster, a theme, or what could be done. */
  cluster: maybe(id),
  open: maybe(z.enum(["theme", "proposals"])),
});
export const CLUSTER_DEFAULTS = {
  q: "",
  sort: "worth" as const,
  several: false,
  view: "sheet" as const,
  by: "chance" as const,
};
export type ClusterSearch = z.output<typeof clusterSearch>;
