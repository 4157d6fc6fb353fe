import type { Schemas } from "../api/client";
import { money, plural } from "../parts/format";

/** What the last fit proved and what ten more hours would add; how many pieces share their
 * results. */
export function FitNote({
  fit,
  currency,
  overlaps,
}: {
  fit: Schemas["FitReportOut"] | null;
  currency: string;
  overlaps: number;
}) {
  const parts: string[] = [];
  // Where nothing is worth anything yet, nothing was proved.
  if (fit?.value) {
    parts.push(`at most ${(100 * fit.gap_share).toFixed(1)}% below the best possible`);
    if (fit.next_piece)
      parts.push(
        `ten more hours would add “${fit.next_piece}”, about ` +
          `${money(fit.next_value, currency)} in the year`,
      );
  }
  if (overlaps) parts.push(`${plural(overlaps, "pair")} of pieces after the same results`);
  const told = parts.join(" · ");
  return <span title={told}>{told}</span>;
}
