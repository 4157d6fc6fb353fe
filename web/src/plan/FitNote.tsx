import type { Job } from "../api/client";
import { money, plural } from "../parts/format";

const number = (job: Job, name: string): number =>
  typeof job.result[name] === "number" ? (job.result[name] as number) : 0;

/** What the last fit proved and what ten more hours would add; how many pieces share their results. */
export function FitNote({ job, currency, overlaps }: { job: Job | undefined; currency: string; overlaps: number }) {
  const parts: string[] = [];
  if (job) {
    parts.push(`at most ${(100 * number(job, "gap_share")).toFixed(1)}% below the best possible`);
    const next = job.result.next_piece;
    if (typeof next === "string" && next)
      parts.push(`ten more hours would add “${next}”, about ${money(number(job, "next_value"), currency)} in the year`);
  }
  if (overlaps) parts.push(`${plural(overlaps, "pair")} of pieces after the same results`);
  const told = parts.join(" · ");
  return <span title={told}>{told}</span>;
}
