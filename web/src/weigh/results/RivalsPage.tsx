import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useMemo, useState } from "react";
import type { Schemas } from "../../api/client";
import { Button, buttonLook } from "../../parts/Button";
import { Empty } from "../../parts/Empty";
import { INPUT } from "../../parts/Field";
import { capital, count, exact, percent, plural } from "../../parts/format";
import { Help } from "../../parts/Help";
import { Inspector } from "../../parts/Inspector";
import { JobLine } from "../../parts/JobLine";
import { PageHead } from "../../parts/PageHead";
import { ProblemNote } from "../../parts/ProblemNote";
import { SkeletonLines } from "../../parts/Skeleton";
import { StepLink } from "../../parts/StepLink";
import { channelOf, usePlace } from "../../shared/channels";
import { useOverview, useOwnFiles } from "../../shared/queries";
import { rivalsQuery } from "./queries";
import { ReadDialog } from "./ReadDialog";
import { RivalInFull } from "./RivalInFull";

type Rival = Schemas["PublisherOut"];
type Column = "publisher" | "keywords" | "share" | "position" | "searches" | "standing";
const COLUMNS: readonly [Column, string, string][] = [
  ["publisher", "Competitor", "Who publishes the results. Open one to compare it with yours."],
  [
    "keywords",
    "Keywords",
    "Your active keywords whose results page it is on. More means a closer competitor.",
  ],
  ["share", "Share of results pages", "These as a share of all results pages of yours."],
  ["position", "Average position", "Its best position, averaged over these results pages."],
  ["searches", "Total searches", "Monthly searches of these keywords together, not its visits."],
];
/** What is best when it is least, or goes from A to Z. */
const RISES: ReadonlySet<Column> = new Set(["publisher", "position"]);

function ordered(rivals: readonly Rival[], by: Column): Rival[] {
  const sign = RISES.has(by) ? 1 : -1;
  return rivals.toSorted((one, other) =>
    by === "publisher"
      ? one.publisher.localeCompare(other.publisher)
      : sign * ((one[by] ?? -1) - (other[by] ?? -1)) ||
        one.publisher.localeCompare(other.publisher),
  );
}

/** Who stands on the pages that were read, and one of them in full against ours. */
export function RivalsPage() {
  const { projectId, channel } = usePlace();
  const search = useSearch({ from: "/p/$projectId/$channel/rivals" });
  const navigate = useNavigate({ from: "/p/$projectId/$channel/rivals" });
  const found = useQuery(rivalsQuery(projectId, channel));
  const jobs = useOverview(projectId).data?.jobs.filter((job) => job.kind === "read_ranks") ?? [];
  const open = (publisher: string | undefined) =>
    navigate({ search: (now) => ({ ...now, publisher }) });
  const told = found.data;
  const known = channelOf(channel);
  const columns = [
    ...COLUMNS,
    ["standing", capital(known.standing), known.standing_of_rivals] as const,
  ];
  const ownFiles = useOwnFiles(projectId);
  const [fetching, setFetching] = useState(false);
  const [words, setWords] = useState("");
  const [by, setBy] = useState<Column>("keywords");
  const shown = useMemo(
    () =>
      ordered(told?.rivals ?? [], by).filter((rival) =>
        rival.publisher.includes(words.trim().toLowerCase()),
      ),
    [told, by, words],
  );
  return (
    <>
      <main className="flex min-w-0 flex-1 flex-col">
        <div className="flex shrink-0 flex-col gap-2 px-[18px] pb-3">
          <PageHead
            title="Competitors"
            about={
              told
                ? `${known.publishers} on the ${plural(told.pages, "results page")} of your active keywords`
                : ""
            }
          >
            <Link
              to="/p/$projectId/$channel/weigh"
              params={{ projectId: String(projectId), channel }}
              className={buttonLook("plain")}
            >
              Back to the table
            </Link>
          </PageHead>
          {jobs.map((job) => (
            <JobLine key={job.id} job={job} projectId={projectId} />
          ))}
          {found.error && <ProblemNote error={found.error} />}
          {told && told.rivals.length > 0 && (
            <div className="flex items-center gap-3">
              <input
                type="search"
                aria-label="Competitors whose name contains"
                placeholder="Name contains…"
                maxLength={100}
                value={words}
                onChange={(event) => setWords(event.target.value)}
                className={`${INPUT} !w-[220px]`}
              />
              <span role="status" className="text-ink-2">
                {shown.length === told.rivals.length
                  ? plural(shown.length, "competitor")
                  : `${exact(shown.length)} of ${plural(told.rivals.length, "competitor")}`}
              </span>
            </div>
          )}
        </div>
        {told && !told.rivals.length ? (
          <NoPages ownFiles={ownFiles} onFetch={() => setFetching(true)} />
        ) : (
          <div className="min-h-0 flex-1 overflow-auto border-t border-hairline bg-sheet">
            {!told && !found.error && (
              <div className="px-[18px]">
                <SkeletonLines lines={14} />
              </div>
            )}
            <table className="w-full">
              <thead className="sticky top-0 bg-sheet text-xs text-quiet">
                <tr className="border-b border-hairline">
                  {columns.map(([id, name, help]) => (
                    <th
                      key={id}
                      scope="col"
                      aria-sort={
                        by === id ? (RISES.has(id) ? "ascending" : "descending") : undefined
                      }
                      className={`py-2 font-normal ${id === "publisher" ? "px-[18px] text-left" : "px-3 last:px-[18px]"}
                        ${id === "share" ? "w-[180px] text-left" : ""}
                        ${id === "publisher" || id === "share" ? "" : "text-right"}`}
                    >
                      <Help figure="" title={name} text={help} focusable={false}>
                        <button
                          type="button"
                          className={`hover:text-ink ${by === id ? "font-bold text-ink" : ""}`}
                          onClick={() => setBy(id)}
                        >
                          {name}{" "}
                          {by === id && <span aria-hidden="true">{RISES.has(id) ? "↑" : "↓"}</span>}
                        </button>
                      </Help>
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {shown.map((rival) => (
                  <tr
                    key={rival.publisher}
                    className={`h-[34px] border-b border-hairline ${
                      rival.publisher === search.publisher ? "bg-pine-wash" : ""
                    } ${rival.own ? "bg-persimmon-wash" : ""}`}
                  >
                    <td className="px-[18px]">
                      <button
                        type="button"
                        className="text-left font-semibold hover:underline"
                        onClick={() => open(rival.publisher)}
                      >
                        {rival.publisher}
                      </button>
                      {rival.own && <span className="text-xs text-persimmon-text"> yours</span>}
                    </td>
                    <td className="px-3 text-right">{count(rival.keywords)}</td>
                    <td className="px-3">
                      <span className="flex items-center gap-2">
                        <span className="relative h-[7px] w-[100px] bg-trough">
                          <span
                            className="absolute inset-y-0 left-0 bg-indigo"
                            style={{ width: `${100 * rival.share}%` }}
                          />
                        </span>
                        <span className="text-xs text-ink-2">{percent(rival.share)}</span>
                      </span>
                    </td>
                    <td className="px-3 text-right">{rival.position.toFixed(1)}</td>
                    <td className="px-3 text-right">{count(rival.searches)}</td>
                    <td className="px-[18px] text-right">
                      {rival.standing === null ? (
                        <span className="text-quiet">not known</span>
                      ) : (
                        count(rival.standing)
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
        {fetching && (
          <ReadDialog
            projectId={projectId}
            channel={channel}
            rowIds={null}
            open
            onOpenChange={setFetching}
          />
        )}
      </main>
      {search.publisher && (
        <Inspector label="Competitor" onClose={() => open(undefined)}>
          <RivalInFull key={search.publisher} publisher={search.publisher} />
        </Inspector>
      )}
    </>
  );
}

function NoPages({ ownFiles, onFetch }: { ownFiles: boolean; onFetch: () => void }) {
  if (ownFiles)
    return (
      <Empty
        title="No results pages on this channel"
        action={<StepLink to="weigh">Choose a keyword</StepLink>}
      >
        Competitors come from results pages. Press R on a keyword to enter or import its results.
      </Empty>
    );
  return (
    <Empty
      title="No results pages on this channel"
      action={
        <Button look="main" onClick={onFetch}>
          Fetch results pages
        </Button>
      }
    >
      Competitors come from results pages.
    </Empty>
  );
}
