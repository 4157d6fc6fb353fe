import type { Channel } from "../../api/client";
import { Awaited } from "../../parts/Awaited";
import { useOwnFiles } from "../../shared/queries";
import { useRuns } from "../queries";
import { RunLine } from "./RunLine";

/** The latest runs, combinings and imports: what each brought, what was left out, what got no
 * answer. */
export function RunsList({
  projectId,
  channel,
  shown,
  onShow,
}: {
  projectId: number;
  channel: Channel;
  shown: number;
  onShow: (job: number) => void;
}) {
  const found = useRuns(projectId);
  const runs = found.data;
  const ownFiles = useOwnFiles(projectId);
  if (runs?.length === 0) return <HowItGoes ownFiles={ownFiles} />;
  return (
    <>
      <h2 className="pb-2 text-lg">Runs</h2>
      <Awaited of={found} />
      {runs?.map((run) => (
        <RunLine
          key={run.job.id}
          run={run}
          projectId={projectId}
          channel={channel}
          shown={shown === run.job.id}
          onShow={() => onShow(run.job.id)}
        />
      ))}
    </>
  );
}

function HowItGoes({ ownFiles }: { ownFiles: boolean }) {
  return (
    <>
      <h2 className="text-lg">How it works</h2>
      <ol className="flex list-decimal flex-col gap-2 py-2 pl-4 text-ink-2">
        {ownFiles ? (
          <>
            <li>Import a list with figures, type keywords, or combine words.</li>
            <li>Figures in your file are used at once; no source is asked.</li>
          </>
        ) : (
          <>
            <li>
              Type the words your customers, readers or viewers would use. Two or three are enough.
            </li>
            <li>Choose the ways of gathering. Most are free; the others show their price.</li>
          </>
        )}
        <li>
          Keywords arrive as they are found. Keys: Y keep, S shortlist, P park, X reject, D explore.
        </li>
        <li>
          Competitors' brands and anything under Rules are excluded. You can undo this at any time.
        </li>
        <li>The more you keep and reject, the better keywords are sorted by relevance.</li>
      </ol>
    </>
  );
}
