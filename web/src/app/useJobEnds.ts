import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { useSay } from "../parts/toasts";
import { readJob } from "../shared/changes";
import { useOverview } from "../shared/queries";
import { isOpen, noteSeen, useStartedJobs } from "../shared/startedJobs";
import { refreshProject } from "../shared/useChange";

/** How soon a job is asked about again that is not among the open ones and yet not over. */
const AGAIN_MS = 300;

/** When a job is over: show what came of it, and read again what it changed. A job is watched until
 * it has been read as over, however late, or out of order, answers come. */
export function useJobEnds(projectId: number): void {
  const overview = useOverview(projectId);
  const started = useStartedJobs(projectId);
  const client = useQueryClient();
  const say = useSay();
  const watch = useRef({ projectId, jobs: new Set<number>(), asked: new Set<number>() });
  if (watch.current.projectId !== projectId)
    watch.current = { projectId, jobs: new Set(), asked: new Set() };
  const jobs = overview.data?.jobs;
  useEffect(() => {
    if (!jobs) return;
    const watching = watch.current;
    const open = new Set(jobs.map((job) => job.id));
    for (const id of [...open, ...started]) watching.jobs.add(id);

    async function see(id: number): Promise<void> {
      if (watch.current !== watching) return;
      try {
        const job = await readJob(projectId, id);
        if (isOpen(job)) {
          setTimeout(() => see(id), AGAIN_MS);
          return;
        }
        if (job.ending) say(job.ending, { bad: job.state === "failed" || job.unanswered > 0 });
      } catch {
        // It cannot be asked about; what it changed is read again all the same.
      }
      watching.jobs.delete(id);
      watching.asked.delete(id);
      noteSeen(client, projectId, id);
      await refreshProject(client, projectId);
    }
    for (const id of watching.jobs)
      if (!open.has(id) && !watching.asked.has(id)) {
        watching.asked.add(id);
        void see(id);
      }
  }, [jobs, started, client, projectId, say]);
}
