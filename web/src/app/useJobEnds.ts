import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { useSay } from "../parts/toasts";
import { readJob } from "../shared/changes";
import { useOverview } from "../shared/queries";
import { refreshProject } from "../shared/useChange";

/** When a job is over: show what became of it, and read anew what it changed. */
export function useJobEnds(projectId: number): void {
  const overview = useOverview(projectId);
  const client = useQueryClient();
  const say = useSay();
  const open = useRef<ReadonlySet<number>>(new Set());
  const jobs = overview.data?.jobs;
  useEffect(() => {
    if (!jobs) return;
    const now = new Set(jobs.map((job) => job.id));
    const over = [...open.current].filter((id) => !now.has(id));
    open.current = now;
    for (const id of over)
      readJob(projectId, id)
        .then((job) => {
          if (job.ending) say(job.ending, { bad: job.state === "failed" || job.unanswered > 0 });
          return refreshProject(client, projectId);
        })
        .catch(() => refreshProject(client, projectId));
  }, [jobs, client, projectId, say]);
}
