/** Up next in words: what stands in the way and where it is done, what is due, and why nothing is
 * named as the best. */
import type { Schemas } from "../api/client";
import { day, exact, MONTHS, plural } from "../parts/format";
import { channelName, type StepId } from "../shared/channels";

type InTheWay = Schemas["InTheWayOut"];
type Due = Schemas["DueOut"];
export type Block = {
  words: string;
  button: string;
  step: StepId | "settings";
  /** Whether one's own pages are reviewed there. */
  own?: boolean;
};

export function blockOf({ what, channel, count }: InTheWay, ownFiles: boolean): Block {
  const on = channel ? ` on ${channelName(channel).toLowerCase()} search` : "";
  switch (what) {
    case "nothing_gathered":
      return ownFiles
        ? {
            words: "No keywords yet. Import a list with figures, or type some.",
            button: "Import a list",
            step: "gather",
          }
        : {
            words: "No keywords yet. Start with two or three words people search for.",
            button: "Gather keywords",
            step: "gather",
          };
    case "unmeasured":
      return {
        words: `${plural(count, "keyword")} to measure${on}.`,
        button: `Measure ${exact(count)}`,
        step: "weigh",
      };
    case "no_chance":
      return {
        words: `${count === 1 ? "The chance of 1 local keyword is" : `The chances of ${exact(count)} local keywords are`} not known${on}: enter your own estimate, or results pages.`,
        button: "Estimate",
        step: "weigh",
      };
    case "undecided":
      return {
        words: `${plural(count, "keyword is", "keywords are")} undecided${on}.`,
        button: "Decide",
        step: "gather",
      };
    case "unclustered":
      return {
        words: `${plural(count, "keyword is", "keywords are")} in no cluster yet${on}.`,
        button: `Cluster ${exact(count)}`,
        step: "cluster",
      };
    case "no_outlet":
      return {
        words: `No outlet${on}, so chances cannot be estimated.`,
        button: "Add an outlet",
        step: "settings",
      };
    case "own_pages":
      return {
        words: `Your pages rank in positions 4 to 20 for ${plural(count, "query", "queries")}${on} that no piece covers.`,
        button: "Review your pages",
        step: "plan",
        own: true,
      };
    case "unplaced":
      return {
        words: `${plural(count, "piece")} not scheduled yet.`,
        button: "Open the plan",
        step: "plan",
      };
  }
}

/** Why nothing is named as the best. Each is said only where it is so. */
export const NO_BEST: Record<Exclude<Schemas["UpNextOut"]["why_no_best"], "">, string> = {
  nothing_gathered: "The best keywords are listed here once you have gathered some.",
  unmeasured: "The best keywords are listed here as soon as they are measured.",
  no_searches:
    "How often your keywords are searched for is not known. Import a list with searches, or your " +
    "search performance report.",
  all_planned: "Every keyword that is a Go or a Try is in a piece already.",
  none_good:
    "No keyword on your subject is a Go or a Try yet. Gather longer, less contested phrases, or " +
    "open a keyword to see what would change its verdict.",
};

/** When a piece is due, and what it is late for. */
export function dueWords(due: Due): string {
  const month = due.month && MONTHS[Number(due.month.slice(5, 7)) - 1];
  const by = due.publish_by && day(due.publish_by);
  const late = { day: `overdue since ${by}`, season: "late for its season", "": "" }[due.late_for];
  return [month, late || (by && `publish by ${by}`)].filter(Boolean).join(", ");
}
