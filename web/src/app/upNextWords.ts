/** What stands in the way of going on, in words, and where it is done. */
import type { Schemas } from "../api/client";
import { exact, plural } from "../parts/format";
import { channelName, type StepId } from "../shared/channels";

type InTheWay = Schemas["InTheWayOut"];
export type Block = { words: string; button: string; step: StepId | "settings" };

export function blockOf({ what, channel, count }: InTheWay, ownFiles: boolean): Block {
  const on = channel ? ` on ${channelName(channel).toLowerCase()} search` : "";
  switch (what) {
    case "nothing_gathered":
      return ownFiles
        ? {
            words: "Nothing is here yet: bring a list with its figures, or type keywords.",
            button: "Bring a list",
            step: "gather",
          }
        : {
            words: "Nothing is gathered yet: begin with two or three words people search for.",
            button: "Gather keywords",
            step: "gather",
          };
    case "unmeasured":
      return {
        words: `${plural(count, "keyword waits", "keywords wait")} to be measured${on}.`,
        button: `Measure ${exact(count)}`,
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
        words: `There is no outlet${on}, so no chance can be told there.`,
        button: "Add an outlet",
        step: "settings",
      };
    case "unplaced":
      return {
        words: `${plural(count, "piece has", "pieces have")} no month yet.`,
        button: "See the plan",
        step: "plan",
      };
  }
}
