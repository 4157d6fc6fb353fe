import type { Job } from "../api/client";
import { stopJob } from "../shared/changes";
import { useChange } from "../shared/useChange";
import { Button } from "./Button";
import { exact, timeLeft } from "./format";

/** A job under way: what it does, how far it is, the time left, what it cost so far, and a way
 * to stop it. */
export function JobLine({ job, projectId }: { job: Job; projectId: number }) {
  const stop = useChange(projectId, () => stopJob(projectId, job.id));
  const seconds = job.started ? (Date.now() - Date.parse(job.started)) / 1000 : 0;
  const share = job.total ? (100 * job.done) / job.total : 0;
  const parts = [
    job.state === "queued"
      ? "waiting for its turn"
      : job.total
        ? `${exact(job.done)} of ${exact(job.total)}`
        : "beginning",
    job.total ? timeLeft(job.done, job.total, seconds) : "",
    job.cost > 0 ? `${exact(job.cost)} lookups spent` : "",
  ];
  return (
    <div role="status" className="flex h-8 items-center gap-3 text-ink-2">
      <strong className="text-ink">{job.name}</strong>
      <span className="h-[6px] w-[160px] bg-trough">
        <span className="block h-full bg-pine" style={{ width: `${share}%` }} />
      </span>
      <span>{parts.filter(Boolean).join(" · ")}</span>
      <Button look="bare" disabled={stop.isPending} onClick={() => stop.mutate(undefined)}>
        Stop
      </Button>
    </div>
  );
}
