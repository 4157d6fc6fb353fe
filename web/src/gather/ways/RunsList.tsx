import type { Channel } from "../../api/client";
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
  const runs = useRuns(projectId).data;
  const ownFiles = useOwnFiles(projectId);
  if (runs?.length === 0) return <HowItGoes ownFiles={ownFiles} />;
  return (
    <>
      <h2 className="pb-2 text-lg">Runs</h2>
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
      <h2 className="text-lg">How it goes</h2>
      <ol className="flex list-decimal flex-col gap-2 py-2 pl-4 text-ink-2">
        {ownFiles ? (
          <>
            <li>Import a list with its figures, type keywords, or combine words.</li>
            <li>What your file tells is weighed at once; nothing is asked of a source.</li>
          </>
        ) : (
          <>
            <li>
              Type the words your customers, readers or viewers would use. Two or three are enough.
            </li>
            <li>Choose the ways in. Most are free; the price of the others stands beside them.</li>
          </>
        )}
        <li>
          What comes streams in. y keeps, s shortlists, p parks with a note, x drops, d makes it the
          next seed.
        </li>
        <li>
          Brand words of rivals are left out, and so is what you say under Rules. Nothing is lost by
          it.
        </li>
        <li>The more you keep and drop, the better the order by relevance gets.</li>
      </ol>
    </>
  );
}
