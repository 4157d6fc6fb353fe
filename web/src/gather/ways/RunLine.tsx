import type { Channel, Schemas } from "../../api/client";
import { Button } from "../../parts/Button";
import { doneOn, exact, lookups, plural } from "../../parts/format";
import { useSay } from "../../parts/toasts";
import { methodName } from "../../parts/wayWords";
import { channelName } from "../../shared/channels";
import { isOpen } from "../../shared/startedJobs";
import { useChange } from "../../shared/useChange";
import { decideRun, runAgain } from "../changes";

/** One run: what it was, what it brought and left out and why, what is missing; it can be shown,
 * kept or dropped as a whole. */
export function RunLine({
  run,
  projectId,
  channel,
  shown,
  onShow,
}: {
  run: Schemas["RunOut"];
  projectId: number;
  channel: Channel;
  shown: boolean;
  onShow: () => void;
}) {
  const { job } = run;
  const say = useSay();
  const again = useChange(projectId, () => runAgain(projectId, job.id));
  const decide = useChange(
    projectId,
    (state: "kept" | "dropped") =>
      decideRun(projectId, job.id, {
        channel,
        state,
        reason: state === "dropped" ? "Off topic" : "",
      }),
    {
      done: ({ changed }, state) =>
        say(
          `${plural(changed, "undecided keyword")} ${state === "dropped" ? "rejected" : state}.`,
          { undo: true },
        ),
      failed: (problem) => say(problem.message, { bad: true }),
    },
  );
  const left = Object.entries(run.left_out);
  const state = job.state === "done" ? doneOn(job.created.slice(0, 10)) : job.state;
  return (
    <section className="border-t border-hairline py-3">
      <div className="flex justify-between gap-3">
        <h3 className="min-w-0 font-semibold break-words">{run.title}</h3>
        <span
          className={`shrink-0 text-xs
            ${job.state === "failed" ? "text-persimmon-text" : "text-quiet"}`}
        >
          {state}
        </span>
      </div>
      <p className="text-xs text-quiet">
        {job.channels.map(channelName).join(", ")}
        {run.ways.length > 0 && ` · ${run.ways.map(methodName).join(", ")}`}
        {job.cost > 0 ? ` · ${lookups(job.cost)}` : ""}
      </p>
      {!isOpen(job) && (
        <p className="pt-1 text-ink-2">{job.state === "failed" ? job.error : `${job.says}.`}</p>
      )}
      {run.ended && <p className="pt-1 text-xs text-ink-2">{run.ended}</p>}
      {left.length > 0 && (
        <p className="pt-1 text-xs text-quiet">
          Excluded: {left.map(([why, n]) => `${why} ${exact(n)}`).join(", ")}.
        </p>
      )}
      {run.refused > 0 && (
        <p className="pt-1 text-xs">
          <a
            href={`/api/projects/${projectId}/refused.csv?job=${job.id}`}
            download
            className="text-persimmon-text underline"
          >
            {plural(run.refused, "refused row")} with reasons, as CSV
          </a>
        </p>
      )}
      {job.unanswered > 0 && !isOpen(job) && (
        <div className="pt-2">
          <p className="text-xs text-persimmon-text">{run.why_missing}</p>
          <Button
            className="mt-1"
            disabled={again.isPending}
            onClick={() => again.mutate(undefined)}
          >
            Retry the {exact(job.unanswered)} missing
          </Button>
        </div>
      )}
      {!isOpen(job) && job.channels.includes(channel) && (
        <div className="flex gap-3 pt-1 text-xs">
          <button
            type="button"
            onClick={onShow}
            className={`underline ${shown ? "font-semibold" : "text-ink-2"}`}
          >
            {shown ? "Shown" : "Show"}
          </button>
          <button
            type="button"
            onClick={() => decide.mutate("kept")}
            className="text-ink-2 underline hover:text-pine"
          >
            Keep all
          </button>
          <button
            type="button"
            onClick={() => decide.mutate("dropped")}
            className="text-ink-2 underline hover:text-persimmon-text"
          >
            Reject all
          </button>
        </div>
      )}
    </section>
  );
}
