/** Jobs that this window started and whose end it has not yet seen. They are kept apart from the
 * overview: a quick job can be over before the overview is read again, and would end unseen. */
import { type QueryClient, skipToken, useQuery } from "@tanstack/react-query";
import type { Job, Schemas } from "../api/client";

const key = (projectId: number) => ["started jobs", projectId] as const;

export const isOpen = (job: Job) => job.state === "queued" || job.state === "running";

const isJob = (out: unknown): out is Job =>
  typeof out === "object" && out !== null && "state" in out && "kind" in out;

/** The job in an answer: the answer itself, or a part of it called "job". */
function jobIn(out: unknown): Job | null {
  if (isJob(out)) return out;
  const held = typeof out === "object" && out !== null && "job" in out ? out.job : null;
  return isJob(held) ? held : null;
}

/** Watch the job that an answer started, if it started one. */
export function noteStarted(client: QueryClient, projectId: number, out: unknown): void {
  const job = jobIn(out);
  if (!job) return;
  client.setQueryData<number[]>(key(projectId), (now = []) =>
    now.includes(job.id) ? now : [...now, job.id],
  );
  // A button that waits for the job is not to be pressed again until the overview is there.
  if (isOpen(job))
    client.setQueryData<Schemas["OverviewOut"]>(["overview", projectId], (now) =>
      now && !now.jobs.some((open) => open.id === job.id)
        ? { ...now, jobs: [...now.jobs, job] }
        : now,
    );
}

/** The end of a job has been seen. */
export function noteSeen(client: QueryClient, projectId: number, jobId: number): void {
  client.setQueryData<number[]>(key(projectId), (now = []) => now.filter((id) => id !== jobId));
}

/** The jobs that this window started and has not seen the end of. */
export function useStartedJobs(projectId: number): readonly number[] {
  const started = useQuery<number[]>({
    queryKey: key(projectId),
    queryFn: skipToken,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: Number.POSITIVE_INFINITY,
  });
  return started.data ?? NONE;
}

const NONE: readonly number[] = [];
