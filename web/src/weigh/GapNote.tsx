import type { Channel } from "../api/client";
import { plural } from "../parts/format";
import { useMeasuringGap } from "./queries";

/** What the last measuring on a channel did not get, and why; measuring again asks for just
 * that. */
export function GapNote({ projectId, channel }: { projectId: number; channel: Channel }) {
  const gap = useMeasuringGap(projectId, channel).data;
  if (!gap?.unanswered) return null;
  return (
    <p role="status" className="border-l-2 border-persimmon bg-persimmon-wash px-3 py-2">
      {plural(gap.unanswered, "lookup")} got no answer last time: {gap.says}. Measuring again
      retries and charges only those.
    </p>
  );
}
