/** Which keywords are chosen, and what is decided about them. */
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import { setState } from "../api/changes";
import { api, data, Problem, type Row, type Schemas } from "../api/client";
import { refreshProject } from "../api/queries";
import { exact, plural } from "../parts/format";
import { useSay } from "../parts/toasts";
import type { ServerQuery } from "./filters";

const VERBS = { shortlisted: "shortlisted", dropped: "dropped", open: "taken back" } as const;

export function useChosen(projectId: number, query: ServerQuery) {
  const [ids, setIds] = useState<ReadonlySet<number>>(new Set());
  const client = useQueryClient();
  const say = useSay();
  const channel = query.channel;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another channel or project has other keywords
  useEffect(() => setIds(new Set()), [projectId, channel]);

  const toggle = useCallback((row: Row) => {
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
      const found = data(
        await api.GET("/api/projects/{project_id}/sheet/ids", { params: { path: { project_id: projectId }, query } }),
      );
      setIds(new Set(found.ids));
      if (found.total > found.ids.length)
        say(`${exact(found.ids.length)} of ${exact(found.total)} chosen: as many as one action takes.`);
    } catch (error) {
      say(error instanceof Problem ? error.message : "They could not be chosen.", { bad: true });
    }
  }, [ids, projectId, query, say]);
  const decide = useCallback(
    async (rowIds: number[], state: Schemas["StateIn"]["state"], reason = "") => {
      if (!rowIds.length) return;
      try {
        const { changed } = await setState(projectId, rowIds, state, reason);
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
