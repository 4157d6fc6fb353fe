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
  import: "Importing",
  combine: "Combining",
  tidy: "Sorting",
};
export const jobName = (job: Job): string => NAMES[job.kind] ?? job.kind;

/** Terms or prompts that sources left unanswered, in all. */
export function unanswered(job: Job): number {
  const missing = mapping(job.result, "missing");
  if (job.kind === "gather") return Object.values(missing).reduce<number>((sum, one) => sum + prompts(one), 0);
  return Object.values(missing).reduce<number>((sum, one) => sum + (typeof one === "number" ? one : 0), 0);
}

const prompts = (told: unknown): number =>
  typeof told === "object" && told !== null && "prompts" in told && Array.isArray(told.prompts)
    ? told.prompts.length
    : 1;

/** What a run left out, by why. */
export const leftOut = (job: Job): Record<string, number> => mapping(job.result, "left_out") as Record<string, number>;

/** What a run was, as its heading. */
export function runTitle(job: Job): string {
  if (job.kind === "import") return String(job.params.name ?? "A list");
  if (job.kind === "combine") return `Combined: ${[job.params.patterns].flat().join(", ")}`;
  const seeds = Array.isArray(job.params.seeds) ? job.params.seeds.map(String) : [];
  if (!seeds.length) return "Year refresh";
  return seeds.length > 8 ? `${seeds.slice(0, 8).join(", ")} and ${exact(seeds.length - 8)} more` : seeds.join(", ");
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
  if (["gather", "import", "combine"].includes(job.kind)) {
    const left = Object.values(leftOut(job)).reduce<number>((sum, n) => sum + Number(n), 0);
    const parts = [
      plural(number(told, "new"), "new keyword"),
      `${exact(number(told, "known"))} known already`,
      left ? `${exact(left)} left out` : "",
      number(told, "repeated") ? `${plural(number(told, "repeated"), "repeat")}` : "",
      number(told, "refused") ? `${plural(number(told, "refused"), "row")} refused` : "",
    ];
    return parts.filter(Boolean).join(", ");
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
  const what = job.kind === "gather" ? "question" : "lookup";
  return done(job) + (gap ? `; ${plural(gap, what)} got no answer` : "");
}

/** The message when a job is over; nothing for those that only keep figures true. */
export function jobEnd(job: Job): { text: string; bad: boolean } | null {
  if (job.state === "failed") return { text: `${jobName(job)} failed. ${job.error}`, bad: true };
  if (job.kind === "reweigh" || job.kind === "tidy") return null;
  if (job.state === "stopped")
    return { text: `${jobName(job)} stopped. What was done is kept: ${jobResult(job)}.`, bad: false };
  return { text: `${jobName(job)} is done: ${jobResult(job)}.`, bad: unanswered(job) > 0 };
}
