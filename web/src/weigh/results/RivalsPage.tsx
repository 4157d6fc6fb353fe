import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useMemo, useState } from "react";
import type { Schemas } from "../../api/client";
import { Block } from "../../parts/Block";
import { Button, buttonLook } from "../../parts/Button";
import { Empty } from "../../parts/Empty";
import { INPUT } from "../../parts/Field";
import { count, exact, likely, lookups, percent, plural } from "../../parts/format";
import { Help } from "../../parts/Help";
import { Inspector } from "../../parts/Inspector";
import { JobLine } from "../../parts/JobLine";
import { PageHead } from "../../parts/PageHead";
import { ProblemNote } from "../../parts/ProblemNote";
import { SkeletonLines } from "../../parts/Skeleton";
import { StepLink } from "../../parts/StepLink";
import { useSay } from "../../parts/toasts";
import { usePlace } from "../../shared/channels";
import { useOverview, useOwnFiles } from "../../shared/queries";
import { useChange } from "../../shared/useChange";
import { useOpenResults } from "../../shared/walk";
import { gatherPhrase, type RivalTold, readRanks, rivalQuery, rivalsQuery } from "./queries";
import { ReadDialog } from "./ReadDialog";

const WHO = { web: "sites", video: "channels", marketplace: "shops" } as const;

type Rival = Schemas["PublisherOut"];
type Column = "publisher" | "keywords" | "share" | "position" | "searches";
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
      : sign * (one[by] - other[by]) || one.publisher.localeCompare(other.publisher),
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
                ? `${WHO[channel]} on the ${plural(told.pages, "results page")} of your active keywords`
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
                  {COLUMNS.map(([id, name, help]) => (
                    <th
                      key={id}
                      scope="col"
                      aria-sort={
                        by === id ? (RISES.has(id) ? "ascending" : "descending") : undefined
                      }
                      className={`py-2 font-normal ${id === "publisher" ? "px-[18px] text-left" : ""}
                        ${id === "share" ? "w-[180px] px-3 text-left" : "px-3 text-right last:px-[18px]"}`}
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
                        className="font-semibold hover:underline"
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
                    <td className="px-[18px] text-right">{count(rival.searches)}</td>
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
          <InFull key={search.publisher} publisher={search.publisher} />
        </Inspector>
      )}
    </>
  );
}

function InFull({ publisher }: { publisher: string }) {
  const { projectId, channel } = usePlace();
  const found = useQuery(rivalQuery(projectId, channel, publisher));
  const say = useSay();
  const read = useChange(projectId, () => readRanks(projectId, channel, publisher));
  const gather = useChange(projectId, (text: string) => gatherPhrase(projectId, text, channel), {
    done: (_, text) => say(`${plural(text.split("\n").length, "phrase")} gathered.`),
    failed: (problem) => say(problem.message, { bad: true }),
  });
  const told = found.data;
  if (found.error) return <ProblemNote error={found.error} />;
  if (!told) return <SkeletonLines lines={8} />;
  const fresh = told.ranks.filter((rank) => !rank.known);
  return (
    <>
      <h2 className="pr-6 text-lg break-words">{publisher}</h2>
      <p className="pt-1 pb-3 text-ink-2">{standingWords(told, channel)}</p>
      <Best told={told} />
      <Side name="Only theirs" told={told} side="theirs" />
      <Side name="Both" told={told} side="both" />
      <Side name="Only yours" told={told} side="ours" />
      <Block
        title="Also ranks for"
        aside={told.ranks_read ? `${fresh.length} new of ${told.ranks.length}` : ""}
      >
        {!told.ranks_read && told.ranks_price > 0 && (
          <Button disabled={read.isPending} onClick={() => read.mutate(undefined)}>
            Fetch its rankings, {lookups(told.ranks_price)}
          </Button>
        )}
        {read.error && <ProblemNote error={read.error} />}
        {fresh.length > 1 && (
          <Button onClick={() => gather.mutate(fresh.map((rank) => rank.text).join("\n"))}>
            Gather all {fresh.length}
          </Button>
        )}
        <ul className="pt-1">
          {told.ranks.map((rank) => (
            <li key={rank.text} className="flex justify-between gap-2">
              <span className="min-w-0 truncate" title={rank.text}>
                {rank.text}
              </span>
              <span className="shrink-0 text-xs text-quiet">
                {rank.position}
                {rank.known ? (
                  " · gathered"
                ) : (
                  <>
                    {" · "}
                    <button
                      type="button"
                      aria-label={`Gather ${rank.text}`}
                      className="font-semibold text-persimmon-text underline"
                      onClick={() => gather.mutate(rank.text)}
                    >
                      gather
                    </button>
                  </>
                )}
              </span>
            </li>
          ))}
        </ul>
        {told.ranks_read && !told.ranks.length && (
          <p className="text-quiet">The source has no rankings for it.</p>
        )}
      </Block>
    </>
  );
}

/** Which of their pages earn most from your active keywords. */
function Best({ told }: { told: RivalTold }) {
  const openResults = useOpenResults(`“${told.publisher}”`);
  if (!told.best.length) return null;
  const rows = told.best.map((page) => page.row);
  return (
    <Block title="Top pages" aside="keywords, visits from them">
      <ul>
        {told.best.map((page) => (
          <li key={page.address} className="grid grid-cols-[1fr_32px_52px] gap-x-2 py-[2px]">
            <span className="min-w-0">
              <span className="block truncate" title={page.address}>
                {page.title}
              </span>
              <button
                type="button"
                className="block max-w-full truncate text-xs text-quiet hover:underline"
                title={`Results page of ${page.most}`}
                onClick={() => openResults(page.row, rows)}
              >
                most from {page.most}
              </button>
            </span>
            <span className="text-right">{count(page.keywords)}</span>
            <span className="text-right text-quiet">{count(page.visits)}</span>
          </li>
        ))}
      </ul>
    </Block>
  );
}

function standingWords(told: RivalTold, channel: keyof typeof WHO): string {
  const of = { web: "authority", video: "followers", marketplace: "reviews" }[channel];
  const known =
    told.standing === null
      ? ""
      : ` ${of.charAt(0).toUpperCase()}${of.slice(1)} ${count(told.standing)}` +
        `${told.published === null ? "" : `, published on ${plural(told.published, "subject")}`}.`;
  const there = told.counts.theirs + told.counts.both;
  return `It is on ${there} of ${plural(told.pages, "results page")}.${known}`;
}

function Side({
  name,
  told,
  side,
}: {
  name: string;
  told: RivalTold;
  side: "theirs" | "both" | "ours";
}) {
  const [whole, setWhole] = useState(false);
  const openResults = useOpenResults(`“${told.publisher}”`);
  const rows = told[side];
  const shown = whole ? rows : rows.slice(0, 8);
  return (
    <Block title={`${name}, ${told.counts[side]}`} aside="searches, chance, places">
      <ul>
        {shown.map((row) => (
          <li key={row.row} className="grid grid-cols-[1fr_52px_40px_52px] gap-x-2 py-[2px]">
            <button
              type="button"
              title={`Results page of ${row.text}`}
              className="min-w-0 truncate text-left hover:underline"
              onClick={() =>
                openResults(
                  row.row,
                  rows.map((each) => each.row),
                )
              }
            >
              {row.text}
            </button>
            <span className="text-right">{row.volume === null ? "" : count(row.volume)}</span>
            <span className="text-right text-quiet">
              {row.chance === null ? "" : likely(row.chance)}
            </span>
            <span className="text-right text-xs text-quiet">
              {row.their_position ?? "–"} / {row.own_position?.toFixed(0) ?? "–"}
            </span>
          </li>
        ))}
      </ul>
      {rows.length > shown.length && (
        <Button look="bare" onClick={() => setWhole(true)}>
          {rows.length < told.counts[side]
            ? `The ${rows.length} with most searches`
            : `All ${rows.length}`}
        </Button>
      )}
      {!rows.length && <p className="text-quiet">None.</p>}
    </Block>
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
