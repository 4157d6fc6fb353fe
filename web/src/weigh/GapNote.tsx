import type { Channel } from "../api/client";
import { useJobs } from "../api/queries";
import { plural } from "../parts/format";
import { gapReasons, unanswered } from "../parts/jobWords";

/** What the last measuring on a channel did not get, and why; measuring again asks for just that. */
export function GapNote({ projectId, channel }: { projectId: number; channel: Channel }) {
  const last = useJobs(projectId, "measure").data?.find((job) => job.params.channel === channel);
  const gap = last ? unanswered(last) : 0;
  if (!last || !gap) return null;
  return (
    <p role="status" className="border-l-2 border-persimmon bg-persimmon-wash px-3 py-2">
      {plural(gap, "lookup")} got no answer when last measured: {gapReasons(last)}. Measuring again asks only for what
      is missing and pays only for that.
    </p>
  );
}
