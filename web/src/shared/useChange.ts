/** Changing something of a project, and reading anew what that may have touched. */
import { type QueryClient, useMutation, useQueryClient } from "@tanstack/react-query";
import type { Problem } from "../api/client";
import { noteStarted } from "./startedJobs";

/** Everything of a project may have changed: figures rest on each other across the steps. */
export function refreshProject(client: QueryClient, projectId: number): Promise<void> {
  return client.invalidateQueries({
    predicate: (query) => query.queryKey[1] === projectId && query.queryKey[0] !== "ways",
  });
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
    onError: (problem) => {
      // Changed elsewhere meanwhile: what is there now is shown beside what was typed here.
      if (problem.code === "stale") refreshProject(client, projectId);
      then.failed?.(problem);
    },
  });
}
