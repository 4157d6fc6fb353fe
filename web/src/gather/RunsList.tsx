import { runAgain } from "../api/changes";
import type { Job } from "../api/client";
import { isOpen, useChange, useJobs } from "../api/queries";
import { channelName } from "../app/channels";
import { Button } from "../parts/Button";
import { day, exact } from "../parts/format";
import { jobResult, unanswered } from "../parts/jobWords";

const list = (value: unknown): string[] => (Array.isArray(value) ? value.map(String) : []);

/** The latest runs: what each brought, what was left out, what got no answer and can be asked again. */
export function RunsList({ projectId }: { projectId: number }) {
  const jobs = useJobs(projectId, "gather");
  if (jobs.data?.length === 0)
    return (
      <>
        <h2 className="text-lg">How it goes</h2>
        <ol className="flex list-decimal flex-col gap-2 py-2 pl-4 text-ink-2">
          <li>Type the words your customers, readers or viewers would use. Two or three are enough.</li>
          <li>Choose where they search. Each channel has its own words and its own numbers.</li>
          <li>
            What the search box completes, the questions and the related searches come in as keywords, each with where
            it came from.
          </li>
          <li>Brand words of rivals, as listed in your project, are kept out and counted.</li>
        </ol>
      </>
    );
  return (
    <>
      <h2 className="pb-2 text-lg">Runs</h2>
      {jobs.data?.map((job) => (
        <RunLine key={job.id} job={job} projectId={projectId} />
      ))}
    </>
  );
}

function RunLine({ job, projectId }: { job: Job; projectId: number }) {
  const again = useChange(projectId, () => runAgain(projectId, job.id));
  const seeds = list(job.params.seeds);
  const gap = unanswered(job);
  const missing = job.result.missing as Record<string, string> | undefined;
  const left = Object.entries((job.result.left_out as Record<string, number> | undefined) ?? {});
  const state = job.state === "done" ? day(job.created.slice(0, 10)) : job.state;
  return (
    <section className="border-t border-hairline py-3">
      <div className="flex justify-between gap-3">
        <h3 className="min-w-0 font-semibold break-words">
          {seeds.length > 8 ? `${seeds.slice(0, 8).join(", ")} and ${exact(seeds.length - 8)} more` : seeds.join(", ")}
        </h3>
        <span className={`shrink-0 text-xs ${job.state === "failed" ? "text-persimmon-text" : "text-quiet"}`}>
          {state}
        </span>
      </div>
      <p className="text-xs text-quiet">
        {list(job.params.channels).map(channelName).join(", ")}
        {job.cost > 0 ? ` · ${exact(job.cost)} lookups` : ""}
      </p>
      {!isOpen(job) && <p className="pt-1 text-ink-2">{job.state === "failed" ? job.error : `${jobResult(job)}.`}</p>}
      {left.length > 0 && (
        <p className="pt-1 text-xs text-quiet">
          Left out for brands: {left.map(([brand, n]) => `${brand} ${exact(n)}`).join(", ")}.
        </p>
      )}
      {gap > 0 && missing && !isOpen(job) && (
        <div className="pt-2">
          <p className="text-xs text-persimmon-text">{Object.values(missing)[0]}</p>
          <Button className="mt-1" disabled={again.isPending} onClick={() => again.mutate(undefined)}>
            Ask again for the {exact(gap)} missing
          </Button>
        </div>
      )}
    </section>
  );
}
