import { type QueryClient, useQueryClient } from "@tanstack/react-query";
import { useCallback, useRef } from "react";
import { Problem } from "../api/client";
import { useSay } from "../parts/toasts";
import { overviewQuery } from "../shared/queries";
import { refreshProject } from "../shared/useChange";
import { undo } from "./changes";

/** Take back the last change and say what it was; presses while one is under way wait for
 * nothing and do nothing. The change is named to the server, which refuses where another one has
 * become the last. */
export function useUndo(projectId: number): () => void {
  const client = useQueryClient();
  const say = useSay();
  const busy = useRef(false);
  return useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    try {
      const last = await lastChange(client, projectId);
      if (!last) {
        say("There is nothing to undo.", { bad: true });
        return;
      }
      const taken = await undo(projectId, last.entry);
      say(`Undone: ${taken.label}`);
      refreshProject(client, projectId);
    } catch (error) {
      say(
        error instanceof Problem
          ? [error.message, error.hint].filter(Boolean).join(" ")
          : "That could not be undone.",
        { bad: true },
      );
      // What the page takes for the last change may be another by now.
      client.invalidateQueries({ queryKey: overviewQuery(projectId).queryKey });
    } finally {
      busy.current = false;
    }
  }, [client, projectId, say]);
}

/** The change that a person means who presses now: the last one, and what is still on its way to
 * the server counts. */
async function lastChange(client: QueryClient, projectId: number) {
  const query = overviewQuery(projectId);
  await allSettled(client);
  const { isInvalidated, fetchStatus } = client.getQueryState(query.queryKey) ?? {};
  const overview =
    isInvalidated || fetchStatus === "fetching"
      ? await client.fetchQuery({ ...query, staleTime: 0 })
      : await client.ensureQueryData(query);
  return overview.undo;
}

function allSettled(client: QueryClient): Promise<void> {
  return new Promise((done) => {
    if (client.isMutating() === 0) return done();
    const leave = client.getMutationCache().subscribe(() => {
      if (client.isMutating() > 0) return;
      leave();
      done();
    });
  });
}
