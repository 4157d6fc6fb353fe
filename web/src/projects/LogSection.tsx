import { Awaited } from "../parts/Awaited";
import { Button } from "../parts/Button";
import { moment } from "../parts/format";
import { useLog } from "./queries";

/** What was done to the project, by whom and when. It is only ever added to. */
export function LogSection({ projectId }: { projectId: number }) {
  const log = useLog(projectId);
  const lines = log.data?.pages.flatMap((page) => page.rows) ?? [];
  const total = log.data?.pages[0]?.total ?? 0;
  return (
    <section aria-labelledby="log" className="mt-6 border-t border-hairline pt-5">
      <h2 id="log" className="pb-1 text-lg">
        Activity log
      </h2>
      <p className="pb-2 text-ink-2">
        Kept as long as the project. Undoing adds a line and removes none.
      </p>
      <Awaited of={log} />
      {log.data && !total && <p className="text-quiet">Nothing yet.</p>}
      <ol>
        {lines.map((line) => (
          <li
            key={`${line.at}${line.text}`}
            className="grid grid-cols-[132px_1fr_auto] gap-x-3 max-[700px]:grid-cols-1 border-t border-hairline py-1"
          >
            <time dateTime={line.at} className="text-quiet">
              {moment(line.at)}
            </time>
            <span className="min-w-0 break-words">{line.text}</span>
            <span className="text-quiet">{line.by || "a former user"}</span>
          </li>
        ))}
      </ol>
      {log.hasNextPage && (
        <Button
          className="mt-2"
          disabled={log.isFetchingNextPage}
          onClick={() => log.fetchNextPage()}
        >
          Show earlier
        </Button>
      )}
    </section>
  );
}
