/** Changing something of a project, and reading anew what that may have touched. */
import { type QueryClient, useMutation, useQueryClient } from "@tanstack/react-query";
import type { Job, Problem, Schemas } from "../api/client";

/** Everything of a project may have changed: figures rest on each other across the steps. */
export function refreshProject(client: QueryClient, projectId: number): Promise<void> {
  return client.invalidateQueries({
    predicate: (query) => query.queryKey[1] === projectId && query.queryKey[0] !== "ways",
  });
}

export const isOpen = (job: Job) => job.state === "queued" || job.state === "running";

const isJob = (out: unknown): out is Job =>
  typeof out === "object" && out !== null && "state" in out && "kind" in out;

/** The job that an answer tells of: itself, or with what was worked out at once. */
function jobIn(out: unknown): Job | null {
  if (isJob(out)) return out;
  const held = typeof out === "object" && out !== null && "job" in out ? out.job : null;
  return isJob(held) ? held : null;
}

/** A job that a change has just started is open at once: one that is over before the next look
 * would end unseen. */
function noteStarted(client: QueryClient, projectId: number, out: unknown): void {
  const job = jobIn(out);
  if (!job || !isOpen(job)) return;
  client.setQueryData<Schemas["OverviewOut"]>(["overview", projectId], (now) =>
    now && !now.jobs.some((open) => open.id === job.id)
      ? { ...now, jobs: [...now.jobs, job] }
      : now,
  );
}

/** A change to a project: runs, then refreshes what it may have touched. */
export function useChange<In, Out>(
  projectId: number,
  change: (given: In) => Promise<Out>,
  then: { done?: (out: Out, given: In) => void; failed?: (problem: Problem) => void } = {},
) {
  const client = useQueryClient();
  return useMutation<Out, Problem, In>({
    mutationFn: change,
    onSuccess: (out, given) => {
      noteStarted(client, projectId, out);
      refreshProject(client, projectId);
      then.done?.(out, given);
    },
    onError: (problem) => then.failed?.(problem),
  });
}
