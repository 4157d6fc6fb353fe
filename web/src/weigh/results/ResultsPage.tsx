import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useEffect, useMemo, useState } from "react";
import { Button, buttonLook } from "../../parts/Button";
import { useCommand } from "../../parts/commands";
import { Empty } from "../../parts/Empty";
import { count, exact, likely, plural } from "../../parts/format";
import { JobLine } from "../../parts/JobLine";
import { ProblemNote } from "../../parts/ProblemNote";
import { Select } from "../../parts/Select";
import { useSay } from "../../parts/toasts";
import { useKey } from "../../parts/useKey";
import { setState } from "../../shared/changes";
import { usePlace } from "../../shared/channels";
import { useOverview, useProject } from "../../shared/queries";
import { useChange } from "../../shared/useChange";
import { placeIn, readWalk } from "../../shared/walk";
import { capital } from "../filters";
import { AlsoPart, CompanyPart, MovesPart, ReadButton } from "./Below";
import { BringDialog } from "./BringDialog";
import { NarrowLine } from "./NarrowLine";
import { forgetNote, gatherPhrase, resultsQuery } from "./queries";
import { ReadDialog } from "./ReadDialog";
import { readWords, StandingTable } from "./StandingTable";
import { StrengthBox } from "./StrengthBox";
import { DEPTHS, type ResultsSearch } from "./search";
import { WrittenPart } from "./WrittenPart";
import { isKind, KINDS, type PageTold, type ResultsKind, type ResultsSort, sorted } from "./words";

const DECIDED = { shortlisted: "shortlisted", kept: "kept", dropped: "dropped" } as const;
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
  useCommand("The next keyword's page", () => go(place.after), {
    keys: "→",
    enabled: place.after !== undefined,
  });
  useCommand("The keyword's page before", () => go(place.before), {
    keys: "←",
    enabled: place.before !== undefined,
  });
  if (id === undefined)
    return (
      <main className="flex-1">
        <Empty
          title="No keyword is chosen"
          action={
            <Link
              to="/p/$projectId/$channel/weigh"
              params={{ projectId: String(projectId), channel }}
              className={buttonLook("main")}
            >
              To the keywords
            </Link>
          }
        >
          Open a keyword's results page from the sheet with r.
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
      {found.data && (
        <Told
          key={found.data.row.id}
          told={found.data}
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
  search,
  place,
  listed,
  onSearch,
  onBack,
  onNext,
}: {
  told: PageTold;
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
        reason: to === "dropped" && row.state !== to ? "By its results page" : "",
      }),
    {
      done: (_, to) => {
        say(
          row.state === to
            ? `“${row.text}” taken back.`
            : `“${row.text}” ${DECIDED[to]}. z takes it back.`,
        );
        if (row.state !== to) onNext();
      },
      failed: (problem) => say(problem.message, { bad: true }),
    },
  );
  const press = (to: Decision) => !decide.isPending && decide.mutate(to);
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
  useCommand("Bring results pages", () => setBringing(true));
  useCommand("Read this page", () => setReading(true), { keys: "r", enabled: told.can_be_read });
  useCommand("Look from the next outlet", nextOutlet, { keys: "o", enabled: outlets.length > 1 });
  const gather = useChange(projectId, (text: string) => gatherPhrase(projectId, text, channel), {
    done: (_, text) => {
      const many = text.split("\n").length;
      say(many > 1 ? `${many} phrases gathered.` : `“${text}” gathered.`);
    },
    failed: (problem) => say(problem.message, { bad: true }),
  });
  const forget = useChange(projectId, () => forgetNote(projectId, row.id), {
    done: () => say(`What you noted of “${row.text}” is taken back.`),
    failed: (problem) => say(problem.message, { bad: true }),
  });
  const jobs =
    overview?.jobs.filter((job) =>
      ["read_pages", "bring_pages", "read_fields"].includes(job.kind),
    ) ?? [];
  return (
    <>
      <div className="flex flex-col gap-3 px-[18px] pt-4 pb-3">
        <div className="flex items-baseline gap-3">
          <h1 className="min-w-0 truncate text-xl" title={row.text}>
            {row.text}
          </h1>
          <p className="min-w-0 flex-1 truncate text-ink-2" title={about(told, place, listed)}>
            {about(told, place, listed)}
          </p>
          <div className="flex shrink-0 gap-2 self-center">
            {outlets.length > 1 && (
              <Select
                label="Outlet"
                className="h-[30px] max-w-[190px] rounded-md border border-hairline bg-sheet px-2"
                value={told.outlet_id ?? ""}
                onChange={(outlet) => onSearch({ outlet: Number(outlet) })}
              >
                {outlets.map((outlet) => (
                  <option key={outlet.id} value={outlet.id}>
                    {outlet.name}
                  </option>
                ))}
              </Select>
            )}
            {told.depth_read > 10 && (
              <Select
                label="Results shown"
                className="h-[30px] rounded-md border border-hairline bg-sheet px-2"
                value={search.depth}
                onChange={(depth) => onSearch({ depth: Number(depth) })}
              >
                {DEPTHS.filter((depth) => depth === 10 || depth <= told.depth_read).map((depth) => (
                  <option key={depth} value={depth}>
                    first {depth}
                  </option>
                ))}
              </Select>
            )}
            <ReadButton told={told} onRead={() => setReading(true)} />
            <Button onClick={() => setBringing(true)}>Bring a page</Button>
            {told.noted && (
              <Button disabled={forget.isPending} onClick={() => forget.mutate(undefined)}>
                Take the note back
              </Button>
            )}
            <Button look="bare" onClick={onBack}>
              {listed ? `Back to ${listed}` : "To the sheet"}
            </Button>
          </div>
        </div>
        {jobs.map((job) => (
          <JobLine key={job.id} job={job} projectId={projectId} />
        ))}
        <div className="flex items-start justify-between gap-6">
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
          <Kinds told={told} kind={kind} weakBelow={weakBelow} onChange={setKind} />
          <div className="flex gap-2">
            <Button onClick={() => press("shortlisted")}>
              {row.state === "shortlisted" ? "Shortlisted" : "Shortlist"}
            </Button>
            <Button onClick={() => press("dropped")}>
              {row.state === "dropped" ? "Dropped" : "Drop"}
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
        <Nothing told={told} onRead={() => setReading(true)} />
      )}
      <div className="grid grid-cols-3 gap-8 px-[18px] py-4">
        <AlsoPart told={told} onGather={(text) => gather.mutate(text)} />
        <MovesPart told={told} />
        <CompanyPart told={told} />
      </div>
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

/** The heading's line: searches, where in the list one is, when the page was read. */
function about(told: PageTold, place: ReturnType<typeof placeIn>, listed: string): string {
  const { row } = told;
  return [
    row.volume === null
      ? "searches not known"
      : `${row.volume_rough ? "about " : ""}${count(row.volume)} searches a month`,
    place.of ? `${exact(place.at)} of ${exact(place.of)} in ${listed}, ← → to walk` : "",
    readWords(told),
    row.state === "open" ? "" : row.state,
  ]
    .filter(Boolean)
    .join(" · ");
}

/** Difficulty for anyone, chance for us, and what a middling outlet would have: for comparison. */
function comparison(told: PageTold): string {
  const { row } = told;
  const top = Math.min(10, told.results.length);
  return [
    row.difficulty === null ? "" : `Difficulty ${Math.round(row.difficulty)} for anyone`,
    told.landing ? `${likely(told.landing.page_one)} for you` : "",
    told.middling === null ? "" : `${likely(told.middling)} for an outlet of middling strength`,
    top && told.rests_on < top
      ? `rests on ${told.rests_on} of ${top} results: of the others nobody says how strong they are`
      : "",
  ]
    .filter(Boolean)
    .join(" · ");
}

const KIND_NAMES: Record<ResultsKind, string> = {
  all: "All",
  weak: "Weaker than you",
  says: "Say the phrase",
  new: "New this year",
  other: "About something else",
};

function Kinds({
  told,
  kind,
  weakBelow,
  onChange,
}: {
  told: PageTold;
  kind: ResultsKind;
  weakBelow: number;
  onChange: (kind: ResultsKind) => void;
}) {
  return (
    <div role="group" aria-label="Which results" className="flex flex-wrap gap-1">
      {KINDS.map((known) => {
        const many = told.results.filter((r) => isKind(r, known, weakBelow)).length;
        return (
          <button
            key={known}
            type="button"
            aria-pressed={kind === known}
            onClick={() => onChange(known)}
            className={`h-[28px] rounded-md border px-2 text-xs ${
              kind === known
                ? "border-pine-line bg-pine-wash font-semibold"
                : "border-hairline bg-sheet hover:border-quiet"
            }`}
          >
            {KIND_NAMES[known]} <span className="text-quiet">{many}</span>
          </button>
        );
      })}
      {told.ads > 0 && (
        <span className="self-center pl-2 text-xs text-quiet">
          {plural(told.ads, "ad")} above, not counted
        </span>
      )}
    </div>
  );
}

function Nothing({ told, onRead }: { told: PageTold; onRead: () => void }) {
  if (told.hidden)
    return (
      <Empty title="No listing is left">Every one of those that were read is left out above.</Empty>
    );
  if (told.read_on)
    return <Empty title="Nobody stands here">The source found no results for it.</Empty>;
  return (
    <Empty
      title="Its page was not read"
      action={
        told.can_be_read ? (
          <Button look="main" onClick={onRead}>
            Read the page
          </Button>
        ) : undefined
      }
    >
      {told.can_be_read
        ? "Who stands there, how strong they are and where you would land come from its results page."
        : "No source is asked in this project. Note it by hand, or bring pages in a file."}
    </Empty>
  );
}
