import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { useEffect, useMemo, useState } from "react";
import { Button } from "../../parts/Button";
import { useCommand } from "../../parts/commands";
import { Empty } from "../../parts/Empty";
import { JobLine } from "../../parts/JobLine";
import { ProblemNote } from "../../parts/ProblemNote";
import { SkeletonPage } from "../../parts/Skeleton";
import { StepLink } from "../../parts/StepLink";
import { useSay } from "../../parts/toasts";
import { useKey } from "../../parts/useKey";
import { setState } from "../../shared/changes";
import { usePlace } from "../../shared/channels";
import { useOverview, useProject } from "../../shared/queries";
import { useChange } from "../../shared/useChange";
import { placeIn, readWalk } from "../../shared/walk";
import { capital } from "../filters";
import { AlsoPart, CompanyPart, MovesPart } from "./Below";
import { BringDialog } from "./BringDialog";
import { about, comparison } from "./headWords";
import { Kinds } from "./Kinds";
import { NarrowLine } from "./NarrowLine";
import { NoResults } from "./NoResults";
import { PageTools } from "./PageTools";
import { gatherPhrase, resultsQuery } from "./queries";
import { ReadDialog } from "./ReadDialog";
import { StandingTable } from "./StandingTable";
import { StrengthBox } from "./StrengthBox";
import { ALL_LISTINGS, type ResultsSearch } from "./search";
import { WrittenPart } from "./WrittenPart";
import { isKind, type PageTold, type ResultsKind, type ResultsSort, sorted } from "./words";

const DECIDED = { shortlisted: "shortlisted", kept: "kept", dropped: "rejected" } as const;
type Decision = keyof typeof DECIDED;

/** A keyword's results page: can we, who stands there, what else is on it, how it moves. The
 * arrows walk the list that one came from. */
export function ResultsPage() {
  const { projectId, channel } = usePlace();
  const search = useSearch({ from: "/p/$projectId/$channel/page" });
  const navigate = useNavigate({ from: "/p/$projectId/$channel/page" });
  const walk = useMemo(() => readWalk(projectId, channel), [projectId, channel]);
  const place = placeIn(walk, search.keyword);
  const id = search.keyword ?? walk?.ids[0];
  const found = useQuery({
    ...resultsQuery(projectId, id ?? 0, search),
    enabled: id !== undefined,
    placeholderData: keepPreviousData,
  });
  const client = useQueryClient();
  // The neighbours are there before one goes to them.
  useEffect(() => {
    for (const near of [place.after, place.before])
      if (near !== undefined && found.data)
        client.prefetchQuery(resultsQuery(projectId, near, search));
  }, [client, projectId, search, place.after, place.before, found.data]);
  const go = (keyword: number | undefined) => {
    if (keyword !== undefined) navigate({ search: (now) => ({ ...now, keyword }), replace: true });
  };
  const back = () => {
    if (walk) navigate({ href: walk.back });
    else navigate({ to: "/p/$projectId/$channel/weigh" });
  };
  useKey("left", () => go(place.before));
  useKey("right", () => go(place.after));
  useKey("escape", back);
  useCommand("Next keyword", () => go(place.after), {
    keys: "→",
    enabled: place.after !== undefined,
  });
  useCommand("Previous keyword", () => go(place.before), {
    keys: "←",
    enabled: place.before !== undefined,
  });
  if (id === undefined)
    return (
      <main className="flex-1">
        <Empty
          title="No keyword selected"
          action={<StepLink to="weigh">Choose a keyword</StepLink>}
        >
          Open a keyword's results page from the table with R.
        </Empty>
      </main>
    );
  return (
    <main className="flex min-w-0 flex-1 flex-col overflow-auto">
      {found.error && (
        <div className="p-[18px]">
          <ProblemNote error={found.error} />
        </div>
      )}
      {!found.data && !found.error && <SkeletonPage />}
      {found.data && (
        <Told
          key={found.data.row.id}
          told={found.data}
          // What is shown may still be the keyword before: a key must not decide on that.
          waiting={found.isPlaceholderData && found.data.row.id !== id}
          search={search}
          place={place}
          listed={walk?.name ?? ""}
          onSearch={(changed) =>
            navigate({ search: (now) => ({ ...now, ...changed }), replace: true })
          }
          onBack={back}
          onNext={() => go(place.after)}
        />
      )}
    </main>
  );
}

function Told({
  told,
  waiting,
  search,
  place,
  listed,
  onSearch,
  onBack,
  onNext,
}: {
  told: PageTold;
  waiting: boolean;
  search: ResultsSearch;
  place: ReturnType<typeof placeIn>;
  listed: string;
  onSearch: (changed: Partial<ResultsSearch>) => void;
  onBack: () => void;
  onNext: () => void;
}) {
  const { projectId, channel } = usePlace();
  const currency = useProject(projectId).data?.currency ?? "£";
  const overview = useOverview(projectId).data;
  const say = useSay();
  const { row } = told;
  const own = told.own === null ? null : Math.round(told.own);
  const [tried, setTried] = useState<number | undefined>();
  const strength = tried ?? own ?? 50;
  const asked = told.by_strength[strength];
  // At one's own strength the exact figures stand, not those of the nearest whole point.
  const landing = tried === undefined && told.landing ? told.landing : asked;
  const [sort, setSort] = useState<ResultsSort>("position");
  const [kind, setKind] = useState<ResultsKind>("all");
  const [reading, setReading] = useState(false);
  const [bringing, setBringing] = useState(false);
  const weakBelow = (tried ?? told.own ?? strength) - told.behind;
  const shown = sorted(told.results, sort, told.channel).filter((r) => isKind(r, kind, weakBelow));

  const decide = useChange(
    projectId,
    (to: Decision) =>
      setState(projectId, [row.id], row.state === to ? "open" : to, {
        reason: to === "dropped" && row.state !== to ? "Results page" : "",
      }),
    {
      done: (_, to) => {
        say(
          row.state === to ? `“${row.text}” is undecided again.` : `“${row.text}” ${DECIDED[to]}.`,
          { undo: true },
        );
        if (row.state !== to) onNext();
      },
      failed: (problem) => say(problem.message, { bad: true }),
    },
  );
  const press = (to: Decision) => !waiting && !decide.isPending && decide.mutate(to);
  useKey("s", () => press("shortlisted"));
  useKey("y", () => press("kept"));
  useKey("x", () => press("dropped"));
  const outlets = told.outlets;
  const nextOutlet = () => {
    const at = outlets.findIndex((outlet) => outlet.id === told.outlet_id);
    const next = outlets[(at + 1) % outlets.length];
    if (next) onSearch({ outlet: next.id });
  };
  useKey("o", nextOutlet, { enabled: outlets.length > 1 });
  useKey("r", () => setReading(true), { enabled: told.can_be_read });
  useCommand("Import results pages", () => setBringing(true));
  useCommand("Fetch this results page", () => setReading(true), {
    keys: "r",
    enabled: told.can_be_read,
  });
  useCommand("Switch outlet", nextOutlet, { keys: "o", enabled: outlets.length > 1 });
  const gather = useChange(projectId, (text: string) => gatherPhrase(projectId, text, channel), {
    done: (_, text) => {
      const many = text.split("\n").length;
      say(many > 1 ? `${many} phrases gathered.` : `“${text}” gathered.`);
    },
    failed: (problem) => say(problem.message, { bad: true }),
  });
  const jobs =
    overview?.jobs.filter((job) =>
      ["read_pages", "bring_pages", "read_fields", "read_talk"].includes(job.kind),
    ) ?? [];
  return (
    <>
      <div className="flex flex-col gap-3 px-[18px] pt-4 pb-3">
        <div className="flex flex-wrap items-baseline gap-3 min-[900px]:flex-nowrap">
          <h1 className="min-w-0 truncate text-xl" title={row.text}>
            {row.text}
          </h1>
          <p
            className="line-clamp-2 min-w-0 flex-1 text-ink-2 max-[900px]:basis-full"
            title={about(told, place, listed)}
          >
            {about(told, place, listed)}
          </p>
          <PageTools
            told={told}
            search={search}
            listed={listed}
            onSearch={onSearch}
            onRead={() => setReading(true)}
            onBring={() => setBringing(true)}
            onBack={onBack}
          />
        </div>
        {jobs.map((job) => (
          <JobLine key={job.id} job={job} projectId={projectId} />
        ))}
        <div className="flex flex-wrap items-start justify-between gap-6 min-[900px]:flex-nowrap">
          <div className="max-w-[760px]">
            <p className="text-base leading-[22px]">
              {told.verdict && (
                <strong className={told.verdict === "go" ? "text-pine" : "text-ink"}>
                  {capital(told.verdict)}.{" "}
                </strong>
              )}
              {told.conclusion || told.because} {told.conclusion && told.change}
            </p>
            <p className="pt-1 text-xs text-quiet">{comparison(told)}</p>
          </div>
          {told.by_strength.length > 0 && (
            <StrengthBox told={told} strength={strength} onChange={setTried} />
          )}
        </div>
        <div className="flex flex-wrap items-center justify-between gap-2">
          {told.results.length > 0 ? (
            <Kinds told={told} kind={kind} weakBelow={weakBelow} onChange={setKind} />
          ) : (
            <span />
          )}
          <div className="flex gap-2">
            <Button onClick={() => press("shortlisted")}>
              {row.state === "shortlisted" ? "Shortlisted" : "Shortlist"}
            </Button>
            <Button onClick={() => press("dropped")}>
              {row.state === "dropped" ? "Rejected" : "Reject"}
            </Button>
          </div>
        </div>
        <NarrowLine told={told} search={search} onChange={onSearch} />
      </div>
      {told.results.length ? (
        <StandingTable
          told={told}
          results={shown}
          landing={landing}
          strength={tried ?? told.own}
          currency={currency}
          sort={sort}
          onSort={setSort}
        />
      ) : (
        <NoResults
          told={told}
          onRead={() => setReading(true)}
          onBring={() => setBringing(true)}
          onShowAll={() => onSearch(ALL_LISTINGS)}
        />
      )}
      {told.read_on && (
        <div className="grid grid-cols-3 max-[900px]:grid-cols-1 gap-8 px-[18px] py-4">
          <AlsoPart told={told} onGather={(text) => gather.mutate(text)} />
          <MovesPart told={told} />
          <CompanyPart told={told} />
        </div>
      )}
      <WrittenPart told={told} projectId={projectId} onGather={(text) => gather.mutate(text)} />
      {bringing && (
        <BringDialog
          projectId={projectId}
          channel={channel}
          row={row}
          onClose={() => setBringing(false)}
        />
      )}
      {reading && (
        <ReadDialog
          projectId={projectId}
          channel={channel}
          rowIds={[row.id]}
          depth={search.depth}
          open
          onOpenChange={setReading}
        />
      )}
    </>
  );
}
