import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useCallback, useMemo, useState } from "react";
import { Button, buttonLook } from "../parts/Button";
import { useCommand } from "../parts/commands";
import { Empty } from "../parts/Empty";
import { count, day, lookups, plural } from "../parts/format";
import { OneOf, TitleFilter } from "../parts/ListFilters";
import { NothingMatches } from "../parts/NothingMatches";
import { PageHead } from "../parts/PageHead";
import { ProblemNote } from "../parts/ProblemNote";
import { StepLink } from "../parts/StepLink";
import { useKey } from "../parts/useKey";
import { channelName, usePlace } from "../shared/channels";
import { useOverview } from "../shared/queries";
import { useChange } from "../shared/useChange";
import { ClockBar } from "./ClockBar";
import { checkRanks } from "./changes";
import { FollowList } from "./FollowList";
import { visibleWords } from "./followWords";
import { NoteDialog } from "./NoteDialog";
import { PublishDialog } from "./PublishDialog";
import { type FollowingQuery, useFollowing, useFollowingSums, useWatch } from "./queries";
import { FOLLOW_DEFAULTS } from "./search";
import { TogetherTable } from "./TogetherTable";
import { WatchDialog } from "./WatchDialog";

const WHICH = [
  { id: "", name: "All published pieces" },
  { id: "rising", name: "Rising" },
  { id: "falling", name: "Falling" },
  { id: "due", name: "Due" },
  { id: "unseen", name: "Not ranking" },
  { id: "gone", name: "Unpublished" },
] as const;
const ORDERS = [
  { id: "moved", name: "Most gained first" },
  { id: "fell", name: "Most lost first" },
  { id: "visible", name: "Most visible first" },
  { id: "due", name: "Next check first" },
  { id: "new", name: "Recently published first" },
  { id: "title", name: "By title" },
] as const;

const TOGETHER = [
  { id: "", name: "Each piece" },
  { id: "outlet", name: "By outlet" },
  { id: "cluster", name: "By cluster" },
] as const;

/** Follow: the live pieces with what moved and what is due; Enter opens one. */
export function FollowPage() {
  const { projectId, channel } = usePlace();
  const search = useSearch({ from: "/p/$projectId/$channel/follow" });
  const navigate = useNavigate({ from: "/p/$projectId/$channel/follow" });
  const { order, which, only, q, publish, by } = search;
  const query = useMemo<FollowingQuery>(
    () => ({ order, which: which ?? "", channel: only ? channel : "", q: q ?? "" }),
    [order, which, only, channel, q],
  );
  const pieces = useFollowing(projectId, query);
  const sums = useFollowingSums(projectId, query);
  const watch = useWatch(projectId);
  const busy = useLooking(projectId);
  const look = useChange(projectId, (live: number[]) => checkRanks(projectId, live));
  const [noting, setNoting] = useState(false);
  const [setting, setSetting] = useState(false);
  useKey("/", () => document.getElementById("follow-filter")?.focus());
  useCommand("Add a diary note", () => setNoting(true));
  useCommand("Set the checking schedule", () => setSetting(true));
  const open = useCallback(
    (live: number | undefined) =>
      live !== undefined &&
      navigate({
        to: "/p/$projectId/$channel/follow/piece",
        params: { projectId: String(projectId), channel },
        search: { live },
      }),
    [navigate, projectId, channel],
  );
  const params = { projectId: String(projectId), channel };
  const publishing = publish !== undefined && (
    <PublishDialog
      projectId={projectId}
      pieceId={publish}
      onClose={() => navigate({ search: (now) => ({ ...now, publish: undefined }) })}
      onLive={open}
    />
  );
  if (sums?.total === 0 && !which && !only && !q) return <NothingLive>{publishing}</NothingLive>;
  return (
    <main className="flex min-w-0 flex-1 flex-col">
      <div className="flex shrink-0 flex-col gap-[10px] px-[18px] pb-3">
        <PageHead title="Follow" about={sums ? headWords(sums) : ""}>
          <Link
            to="/p/$projectId/$channel/follow/diary"
            params={params}
            className={buttonLook("plain")}
          >
            Diary
          </Link>
          <Link
            to="/p/$projectId/$channel/follow/report"
            params={params}
            className={buttonLook("plain")}
          >
            Monthly report
          </Link>
          <Link
            to="/p/$projectId/$channel/follow/own"
            params={params}
            className={buttonLook("plain")}
          >
            Search performance
          </Link>
          <Button onClick={() => setSetting(true)}>Set the schedule</Button>
          <Button onClick={() => setNoting(true)}>Add a note</Button>
          {watch && watch.due > 0 && (
            <Button look="main" disabled={busy || look.isPending} onClick={() => look.mutate([])}>
              Check {plural(watch.due, "piece")}, up to {lookups(watch.price)}
            </Button>
          )}
        </PageHead>
        {pieces.error && <ProblemNote error={pieces.error} />}
        {look.error && <ProblemNote error={look.error} />}
        {watch && <ClockBar watch={watch} busy={busy} />}
        <div className="flex flex-wrap items-center gap-2 min-[900px]:flex-nowrap">
          {!by && (
            <>
              <TitleFilter
                id="follow-filter"
                label="Pieces whose title or URL contains"
                value={q}
                onChange={(q) => navigate({ search: (now) => ({ ...now, q }), replace: true })}
              />
              <OneOf
                label="Which pieces"
                width={170}
                value={which}
                options={WHICH}
                onChange={(which) => navigate({ search: (now) => ({ ...now, which }) })}
              />
              <Button
                aria-pressed={!!only}
                onClick={() =>
                  navigate({ search: (now) => ({ ...now, only: !only || undefined }) })
                }
              >
                {channelName(channel)} only
              </Button>
            </>
          )}
          <OneOf
            label="Group by"
            width={130}
            value={by}
            options={TOGETHER}
            onChange={(by) => navigate({ search: (now) => ({ ...now, by }) })}
          />
          <p className="min-w-0 flex-1 truncate text-right text-xs text-quiet">
            {watch && nextWords(watch)}
          </p>
          {!by && (
            <OneOf
              label="Order of the pieces"
              width={190}
              value={order}
              options={ORDERS}
              onChange={(order) =>
                navigate({ search: (now) => ({ ...now, order: order ?? FOLLOW_DEFAULTS.order }) })
              }
            />
          )}
        </div>
      </div>
      {by ? (
        <TogetherTable by={by} />
      ) : sums?.total === 0 ? (
        <NothingMatches
          what="published piece"
          onClear={() => navigate({ search: () => ({ ...FOLLOW_DEFAULTS }) })}
        />
      ) : (
        <FollowList
          pieces={pieces}
          place={JSON.stringify(query)}
          looks={!!watch?.source}
          onOpen={open}
        />
      )}
      {publishing}
      {noting && watch && <NoteDialog today={watch.today} onClose={() => setNoting(false)} />}
      {setting && watch && <WatchDialog watch={watch} onClose={() => setSetting(false)} />}
    </main>
  );
}

type Sums = NonNullable<ReturnType<typeof useFollowingSums>>;

function headWords(sums: Sums): string {
  if (!sums.looked) {
    return `${plural(sums.live, "published piece")}; rankings not checked yet.`;
  }
  const moved = visibleWords(sums.visible_now, sums.visible_before);
  const change = moved && moved !== "as before" ? ` (${moved})` : "";
  const seen = sums.visible === null ? "" : `, ${count(sums.visible)} visible searches a month`;
  return (
    `${plural(sums.live, "published piece")}; ranking for ${count(sums.shown)} of ` +
    `${plural(sums.phrases, "keyword")}, ${count(sums.first10)} on page one${seen}${change}.`
  );
}

function nextWords(watch: NonNullable<ReturnType<typeof useWatch>>): string {
  if (!watch.source) return "No rank source; rankings come from your performance report";
  const spent = `${count(watch.spent)} of ${count(watch.most_a_month)} lookups used this month`;
  return watch.coming ? `Next check ${day(watch.coming)}; ${spent}` : spent;
}

/** Whether places are being looked up, or days pass. */
function useLooking(projectId: number): boolean {
  const jobs = useOverview(projectId).data?.jobs ?? [];
  return jobs.some((job) => job.kind === "check_ranks" || job.kind === "move_clock");
}

function NothingLive({ children }: { children: React.ReactNode }) {
  return (
    <main className="flex min-w-0 flex-1 flex-col">
      <Empty
        title="Nothing published yet"
        action={<StepLink to="write">Choose a piece to publish</StepLink>}
      >
        Mark a piece as published in the editor or the plan, or import existing pages. Its rankings
        and changes then appear here.
      </Empty>
      {children}
    </main>
  );
}
