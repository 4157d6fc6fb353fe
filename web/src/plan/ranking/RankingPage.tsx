import { useNavigate, useSearch } from "@tanstack/react-router";
import { useEffect, useRef, useState } from "react";
import { Button } from "../../parts/Button";
import { useCommand } from "../../parts/commands";
import { Empty } from "../../parts/Empty";
import { INPUT } from "../../parts/Field";
import { plural } from "../../parts/format";
import { Inspector } from "../../parts/Inspector";
import { PageHead } from "../../parts/PageHead";
import { ProblemNote } from "../../parts/ProblemNote";
import { Select } from "../../parts/Select";
import { SkeletonLines, SkeletonTable } from "../../parts/Skeleton";
import { StepLink } from "../../parts/StepLink";
import { useKey } from "../../parts/useKey";
import { usePlace } from "../../shared/channels";
import { useProject } from "../../shared/queries";
import { useChange } from "../../shared/useChange";
import { Order } from "./Order";
import { type Asked, chooseRanking, useChosenRanking, useRanking } from "./queries";
import type { RankingSearch } from "./search";
import { Moves, Takes } from "./Takes";
import { WeightSliders } from "./WeightSliders";
import { type Of, WAYS, type Way, type Weights } from "./words";

const KEEP_AFTER_MS = 300;
const OFS: readonly Of[] = ["clusters", "keywords", "pieces"];
/** What comes first: an order by a way that is ready or by weights of one's own, beside another;
 * how firm it is; and what would have to be true for something to be among the first. */
export function RankingPage() {
  const { projectId, channel } = usePlace();
  const search = useSearch({ from: "/p/$projectId/$channel/first" });
  const navigate = useNavigate({ from: "/p/$projectId/$channel/first" });
  const currency = useProject(projectId).data?.currency ?? "£";
  const kept = useChosenRanking(projectId).data;
  const way: Way = search.way ?? kept?.way ?? "soonest";
  const beside: Way = search.beside ?? (way === "most" ? "soonest" : "most");
  const [own, setOwn] = useState<Partial<Weights> | undefined>();
  const weights = own ?? (kept && Object.keys(kept.own).length ? kept.own : kept?.ready.soonest);
  const asked: Asked = {
    channel,
    of: search.of,
    way,
    beside,
    ...(way === "own" || beside === "own" ? weights : {}),
  };
  const found = useRanking(projectId, asked);
  const told = found.data;
  const keep = useChange(projectId, (chosen: { way: Way; own: Partial<Weights> }) =>
    chooseRanking(projectId, chosen.way, chosen.own),
  );
  const patch = (changed: Partial<RankingSearch>) =>
    navigate({ search: (now) => ({ ...now, ...changed }), replace: true });
  const choose = (next: Way) => {
    patch({ way: next });
    keep.mutate({ way: next, own: weights ?? {} });
  };
  // A slider that is walked by keys commits each step; the last one is kept.
  const soon = useRef<ReturnType<typeof setTimeout>>(undefined);
  const keepSoon = (next: Partial<Weights>) => {
    clearTimeout(soon.current);
    soon.current = setTimeout(() => keep.mutate({ way: "own", own: next }), KEEP_AFTER_MS);
  };
  const [at, setAt] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another list begins at its first
  useEffect(() => setAt(0), [search.of, channel]);
  const rows = told?.rows ?? [];
  const here = rows[Math.min(at, rows.length - 1)];
  const open = rows.find((row) => row.id === search.thing);
  useKey("j, down", () => setAt((now) => Math.min(rows.length - 1, now + 1)));
  useKey("k, up", () => setAt((now) => Math.max(0, now - 1)));
  useKey("enter", () => here && patch({ thing: here.id === search.thing ? undefined : here.id }));
  const openIt = () => {
    const thing = open ?? here;
    if (!thing) return;
    const params = { projectId: String(projectId), channel };
    if (search.of === "clusters")
      navigate({ to: "/p/$projectId/$channel/cluster", params, search: { cluster: thing.id } });
    else if (search.of === "pieces")
      navigate({ to: "/p/$projectId/$channel/plan", params, search: { piece: thing.id } });
    else navigate({ to: "/p/$projectId/$channel/weigh", params, search: { row: thing.id } });
  };
  useKey("o", openIt, { enabled: !!here });
  useCommand("Open in its step", openIt, { keys: "o", enabled: !!here });
  const ways = Object.keys(WAYS) as Way[];
  const nextWay = () => choose(ways[(ways.indexOf(way) + 1) % ways.length] ?? "soonest");
  useKey("w", nextWay);
  useCommand("Another order of work", nextWay, { keys: "w" });
  return (
    <>
      <main className="flex min-w-0 flex-1 flex-col">
        <div className="flex shrink-0 flex-col gap-[10px] px-[18px] pb-3">
          <PageHead
            title="Order of work"
            about={told ? `${plural(told.total, search.of.slice(0, -1))}, ${WAYS[way].about}` : ""}
          >
            {OFS.map((of) => (
              <Button
                key={of}
                aria-pressed={search.of === of}
                onClick={() => patch({ of, thing: undefined })}
              >
                {of.charAt(0).toUpperCase() + of.slice(1)}
              </Button>
            ))}
          </PageHead>
          {found.error && <ProblemNote error={found.error} />}
          {keep.error && <ProblemNote error={keep.error} />}
          <div className="flex min-h-[30px] flex-wrap items-center gap-3">
            <WayField label="Order by" value={way} onChange={choose} />
            <WayField label="compare with" value={beside} onChange={(b) => patch({ beside: b })} />
            <span className="min-w-0 flex-1 truncate text-right text-quiet">
              {told?.visits
                ? "Worth unknown: all visits count equally"
                : "Enter shows what it takes, O opens it"}
            </span>
          </div>
        </div>
        {told && !rows.length ? (
          <NothingToOrder of={search.of} />
        ) : !told ? (
          !found.error && <SkeletonTable />
        ) : (
          <Order
            told={told}
            currency={currency}
            here={here?.id}
            open={search.thing}
            beside={WAYS[beside].name}
            onOpen={(row, place) => {
              setAt(place);
              patch({ thing: row.id === search.thing ? undefined : row.id });
            }}
          />
        )}
      </main>
      <Inspector label="How the order is made">
        {open && (
          <Takes
            key={open.id}
            projectId={projectId}
            asked={asked}
            row={open}
            told={told}
            currency={currency}
            onOpen={openIt}
            onClose={() => patch({ thing: undefined })}
          />
        )}
        {!told && !found.error && <SkeletonLines lines={7} />}
        {told && (
          <WeightSliders
            weights={way === "own" ? (weights ?? {}) : told.weights}
            own={way === "own"}
            onChange={setOwn}
            onCommit={keepSoon}
            onOwn={() => {
              setOwn(told.weights);
              patch({ way: "own" });
              keep.mutate({ way: "own", own: told.weights });
            }}
          />
        )}
        {told && way !== beside && <Moves told={told} beside={WAYS[beside].name} />}
      </Inspector>
    </>
  );
}

function WayField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: Way;
  onChange: (way: Way) => void;
}) {
  return (
    <label className="flex items-center gap-2">
      <span className="text-ink-2">{label}</span>
      <Select
        value={value}
        onChange={(way) => onChange(way as Way)}
        className={`${INPUT} !w-[240px]`}
      >
        {(Object.keys(WAYS) as Way[]).map((way) => (
          <option key={way} value={way}>
            {WAYS[way].name}
          </option>
        ))}
      </Select>
    </label>
  );
}

function NothingToOrder({ of }: { of: "clusters" | "keywords" | "pieces" }) {
  if (of === "pieces")
    return (
      <Empty title="No pieces yet" action={<StepLink to="cluster">Choose clusters</StepLink>}>
        Pieces are planned from clusters.
      </Empty>
    );
  return (
    <Empty title={`No ${of} yet`} action={<StepLink to="gather">Gather keywords</StepLink>}>
      Gather, weigh and cluster keywords first.
    </Empty>
  );
}
