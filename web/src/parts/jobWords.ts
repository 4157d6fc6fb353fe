/** Jobs in words: what one is doing, and what became of it. */
import type { Job } from "../api/client";
import { exact, plural } from "./format";

type Told = Record<string, unknown>;
const number = (told: Told, name: string): number => (typeof told[name] === "number" ? (told[name] as number) : 0);
const mapping = (told: Told, name: string): Record<string, unknown> =>
  typeof told[name] === "object" && told[name] !== null ? (told[name] as Record<string, unknown>) : {};

const NAMES: Record<string, string> = {
  gather: "Gathering",
  measure: "Measuring",
  reweigh: "Weighing again",
  cluster: "Clustering",
  fit: "Fitting to your hours",
};
export const jobName = (job: Job): string => NAMES[job.kind] ?? job.kind;

/** Terms or prompts that sources left unanswered, in all. */
export function unanswered(job: Job): number {
  const missing = mapping(job.result, "missing");
  if (job.kind === "gather") return Object.keys(missing).length;
  return Object.values(missing).reduce<number>((sum, one) => sum + (typeof one === "number" ? one : 0), 0);
}

const FIGURES: Record<string, string> = {
  counts: "searches",
  bands: "ranges and cost per click",
  page: "results pages",
};

/** Which kinds of figure a measuring job missed, and why, in words. */
export function gapReasons(job: Job): string {
  const reasons = mapping(job.result, "reasons");
  return Object.entries(mapping(job.result, "missing"))
    .map(
      ([what, count]) =>
        `${exact(Number(count))} for ${FIGURES[what] ?? what}${reasons[what] ? ` (${reasons[what]})` : ""}`,
    )
    .join(", ");
}

function done(job: Job): string {
  const told = job.result;
  if (job.kind === "gather") {
    const left = Object.values(mapping(told, "left_out")).reduce<number>((sum, n) => sum + Number(n), 0);
    const kept = left ? `, ${plural(left, "suggestion")} with a brand word left out` : "";
    return `${plural(number(told, "new"), "new keyword")}, ${exact(number(told, "known"))} known already${kept}`;
  }
  if (job.kind === "measure") return `${plural(number(told, "measured"), "keyword")} measured`;
  if (job.kind === "cluster")
    return `${plural(number(told, "several"), "cluster")} of several keywords, ${exact(number(told, "alone"))} alone`;
  if (job.kind === "fit")
    return `${exact(number(told, "placed"))} placed, ${exact(number(told, "left_out"))} left out, at most ${(100 * number(told, "gap_share")).toFixed(1)}% below the best possible`;
  return "";
}

/** What a job brought, with what is missing. */
export function jobResult(job: Job): string {
  const gap = unanswered(job);
  const what = job.kind === "gather" ? "part" : "lookup";
  return done(job) + (gap ? `; ${plural(gap, what)} got no answer` : "");
}

/** The message when a job is over; nothing for those that only keep figures true. */
export function jobEnd(job: Job): { text: string; bad: boolean } | null {
  if (job.state === "failed") return { text: `${jobName(job)} failed. ${job.error}`, bad: true };
  if (job.kind === "reweigh") return null;
  if (job.state === "stopped")
    return { text: `${jobName(job)} stopped. What was done is kept: ${jobResult(job)}.`, bad: false };
  return { text: `${jobName(job)} is done: ${jobResult(job)}.`, bad: unanswered(job) > 0 };
}
