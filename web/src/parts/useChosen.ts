/** Which keywords are chosen, and what is decided about them. */
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import { setState } from "../api/changes";
import { Problem, type Schemas } from "../api/client";
import { refreshProject } from "../api/queries";
import { exact, plural } from "./format";
import { useSay } from "./toasts";

const VERBS = {
  shortlisted: "shortlisted",
  dropped: "dropped",
  open: "taken back",
  kept: "kept",
  parked: "parked",
} as const;
type State = Schemas["StateIn"]["state"];
export type Decide = (rowIds: number[], state: State, told?: { reason?: string; note?: string }) => Promise<void>;

/** `all` fetches the ids of everything that matches; another `place` (project, channel) has other keywords. */
export function useChosen<T extends { id: number }>(
  projectId: number,
  place: string,
  all: () => Promise<Schemas["IdsOut"]>,
) {
  const [ids, setIds] = useState<ReadonlySet<number>>(new Set());
  const client = useQueryClient();
  const say = useSay();
  // biome-ignore lint/correctness/useExhaustiveDependencies: another place has other keywords
  useEffect(() => setIds(new Set()), [place]);

  const toggle = useCallback((row: T) => {
    setIds((now) => {
      const next = new Set(now);
      if (!next.delete(row.id)) next.add(row.id);
      return next;
    });
  }, []);
  const toggleAll = useCallback(async () => {
    if (ids.size) {
      setIds(new Set());
      return;
    }
    try {
      const found = await all();
      setIds(new Set(found.ids));
      if (found.total > found.ids.length)
        say(`${exact(found.ids.length)} of ${exact(found.total)} chosen: as many as one action takes.`);
    } catch (error) {
      say(error instanceof Problem ? error.message : "They could not be chosen.", { bad: true });
    }
  }, [ids, all, say]);
  const decide = useCallback<Decide>(
    async (rowIds, state, told = {}) => {
      if (!rowIds.length) return;
      try {
        const { changed } = await setState(projectId, rowIds, state, told);
        say(`${plural(changed, "keyword")} ${VERBS[state]}. z takes it back.`);
        setIds(new Set());
        await refreshProject(client, projectId);
      } catch (error) {
        say(error instanceof Problem ? error.message : "Nothing was changed.", { bad: true });
      }
    },
    [client, projectId, say],
  );
  return { ids, toggle, toggleAll, decide };
}
