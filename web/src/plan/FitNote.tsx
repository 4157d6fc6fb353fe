import type { Schemas } from "../api/client";
import { plural } from "../parts/format";

/** What the last fit proved, how many pieces wait for next year, and what fights or cannot be. */
export function FitNote({
  fit,
  overlaps,
  impossible,
}: {
  fit: Schemas["FitReportOut"] | null;
  overlaps: number;
  impossible: number;
}) {
  const parts: string[] = [];
  // Where nothing is worth anything yet, nothing was proved.
  if (fit?.value) parts.push(`within ${(100 * fit.gap_share).toFixed(1)}% of the best possible`);
  if (fit?.unpaid) parts.push(`${plural(fit.unpaid, "piece")} not worth the hours`);
  if (fit?.waiting) parts.push(`${plural(fit.waiting, "piece")} timed for next year`);
  if (overlaps) parts.push(`${plural(overlaps, "competing pair")}`);
  if (impossible) parts.push(`${plural(impossible, "month")} over-pinned`);
  const told = parts.join(" · ");
  return <span title={told}>{told}</span>;
}
