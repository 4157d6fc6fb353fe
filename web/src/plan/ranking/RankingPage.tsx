import { useNavigate, useSearch } from "@tanstack/react-router";
import { useEffect, useRef, useState } from "react";
import { Button } from "../../parts/Button";
import { useCommand } from "../../parts/commands";
import { Empty } from "../../parts/Empty";
import { INPUT } from "../../parts/Field";
import { count, likely, money, percent, plural } from "../../parts/format";
import { Help } from "../../parts/Help";
import { Inspector } from "../../parts/Inspector";
import { PageHead } from "../../parts/PageHead";
import { ProblemNote } from "../../parts/ProblemNote";
import { Select } from "../../parts/Select";
import { useKey } from "../../parts/useKey";
import { usePlace } from "../../shared/channels";
import { useProject } from "../../shared/queries";
import { useChange } from "../../shared/useChange";
import { type Asked, chooseRanking, useChosenRanking, useRanking, useTakes } from "./queries";
import type { RankingSearch } from "./search";
import { WeightSliders } from "./WeightSliders";
import {
  firmWords,
  leverWords,
  type Of,
  PARTS,
  partName,
  type Ranked,
  type Ranking,
  WAYS,
  type Way,
  type Weights,
} from "./words";

const KEEP_AFTER_MS = 300;
const OFS: readonly Of[] = ["clusters", "keywords", "pieces"];
const ROW =
  "grid grid-cols-[44px_minmax(180px,1fr)_minmax(150px,230px)_74px_60px_62px_74px_96px] gap-x-3";

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
  useCommand("Open it in its step", openIt, { keys: "o", enabled: !!here });
  const ways = Object.keys(WAYS) as Way[];
  const nextWay = () => choose(ways[(ways.indexOf(way) + 1) % ways.length] ?? "soonest");
  useKey("w", nextWay);
  useCommand("Another way of what comes first", nextWay, { keys: "w" });
  return (
    <>
      <main className="flex min-w-0 flex-1 flex-col">
        <div className="flex shrink-0 flex-col gap-[10px] px-[18px] pb-3">
          <PageHead
            title="What comes first"
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
          <div className="flex h-[30px] items-center gap-3">
            <WayField label="First comes" value={way} onChange={choose} />
            <WayField label="beside" value={beside} onChange={(b) => patch({ beside: b })} />
            <span className="min-w-0 flex-1 truncate text-right text-quiet">
              Enter asks what it takes, o opens it
            </span>
          </div>
        </div>
        {told && !rows.length ? (
          <Empty title={`No ${search.of} yet`}>
            {search.of === "pieces"
              ? "Plan pieces from clusters first."
              : "Gather, weigh and cluster keywords first."}
          </Empty>
        ) : (
          told && (
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
          )
        )}
      </main>
      <Inspector label="How it is put in order">
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

function Order({
  told,
  currency,
  here,
  open,
  beside,
  onOpen,
}: {
  told: Ranking;
  currency: string;
  here: number | undefined;
  open: number | undefined;
  beside: string;
  onOpen: (row: Ranked, place: number) => void;
}) {
  return (
    <div
      role="table"
      aria-label="What comes first"
      className="min-h-0 flex-1 overflow-auto border-t border-hairline bg-sheet"
    >
      <div
        role="row"
        className={`${ROW} sticky top-0 z-10 h-8 items-center border-b border-hairline bg-sheet
          px-[18px] text-xs text-quiet`}
      >
        <span role="columnheader" className="text-right">
          #
        </span>
        <span role="columnheader">What</span>
        <span role="columnheader">
          <Help figure="ranking">Score and its parts</Help>
        </span>
        <span role="columnheader" className="text-right">
          <Help figure="firmness">Stays first</Help>
        </span>
        <span role="columnheader" className="text-right">
          Searches
        </span>
        <span role="columnheader" className="text-right">
          Chance
        </span>
        <span role="columnheader" className="text-right">
          Worth
        </span>
        <span role="columnheader" className="truncate text-right" title={beside}>
          Otherwise
        </span>
      </div>
      {told.rows.map((row, place) => (
        // biome-ignore lint/a11y/useKeyWithClickEvents: Enter opens it
        <div
          role="row"
          key={row.id}
          onClick={() => onOpen(row, place)}
          className={`${ROW} h-[34px] cursor-default items-center border-b border-hairline
            px-[18px] ${row.id === open ? "bg-persimmon-wash" : "hover:bg-paper"}
            ${row.id === here ? "shadow-[inset_3px_0_0_var(--color-persimmon)]" : ""}`}
        >
          <span role="cell" className="text-right text-ink-2">
            {row.rank}
            {row.tied && <span title="Several have this rank">=</span>}
          </span>
          <span role="cell" className="flex min-w-0 items-center gap-2">
            <span className="truncate font-semibold" title={row.name}>
              {row.name}
            </span>
            {row.served && (
              <span className="shrink-0 text-2xs font-semibold text-pine">planned</span>
            )}
          </span>
          <span role="cell" className="flex items-center gap-2">
            <Score row={row} />
          </span>
          <span role="cell" className="text-right" title={firmWords(row, told)}>
            {row.firm > 0 ? percent(row.firm) : <span className="text-quiet">never</span>}
          </span>
          <span role="cell" className="text-right">
            {row.volume === null ? "–" : count(row.volume)}
          </span>
          <span role="cell" className="text-right">
            {row.chance === null ? "–" : likely(row.chance)}
          </span>
          <span role="cell" className="text-right">
            {row.worth === null ? "–" : money(row.worth, currency)}
          </span>
          <span
            role="cell"
            className="text-right text-quiet"
            title={`${row.other_rank}: ${beside}`}
          >
            {otherWords(row)}
          </span>
        </div>
      ))}
      {told.total > told.rows.length && (
        <p className="px-[18px] py-3 text-xs text-quiet">
          The first {told.rows.length} of {count(told.total)}.
        </p>
      )}
    </div>
  );
}

const otherWords = (row: Ranked) =>
  row.other_rank === row.rank
    ? "the same"
    : `${row.other_rank} ${row.other_rank < row.rank ? "↑" : "↓"}`;

function Score({ row }: { row: Ranked }) {
  const told = PARTS.map((part, k) => `${part.name} ${(row.parts[k] ?? 0).toFixed(1)}`).join(", ");
  return (
    <>
      <span className="w-8 text-right">{row.score.toFixed(0)}</span>
      <span role="img" aria-label={told} title={told} className="flex h-[9px] flex-1 bg-trough">
        {PARTS.map((part, k) => (
          <span
            key={part.id}
            className={`border-r border-sheet last:border-0 ${part.hue}`}
            style={{ width: `${row.parts[k] ?? 0}%` }}
          />
        ))}
      </span>
    </>
  );
}

function Takes({
  projectId,
  asked,
  row,
  told,
  currency,
  onOpen,
  onClose,
}: {
  projectId: number;
  asked: Asked;
  row: Ranked;
  told: Ranking | undefined;
  currency: string;
  onOpen: () => void;
  onClose: () => void;
}) {
  const found = useTakes(projectId, asked, row.id);
  const takes = found.data?.id === row.id ? found.data : undefined;
  return (
    <section className="pb-3">
      <h2 className="text-lg break-words">{row.name}</h2>
      {told && <p className="pt-1 text-ink-2">{firmWords(row, told)}.</p>}
      {found.error && <ProblemNote error={found.error} />}
      {takes && (
        <div className="pt-2">
          {takes.first ? (
            <p>It is among the first {told?.top}.</p>
          ) : takes.levers.length ? (
            <>
              <p>It would be among the first {told?.top} with any one of these:</p>
              <ul className="list-disc pl-5">
                {takes.levers.map((lever) => (
                  <li key={lever.part}>{leverWords(lever, currency, row)}</li>
                ))}
              </ul>
            </>
          ) : (
            <p>No one of its figures alone would bring it among the first {told?.top}.</p>
          )}
        </div>
      )}
      <div className="flex gap-2 pt-3">
        <Button onClick={onOpen}>Open it</Button>
        <Button look="bare" onClick={onClose}>
          Close
        </Button>
      </div>
    </section>
  );
}

function Moves({ told, beside }: { told: Ranking; beside: string }) {
  const list = (name: string, moved: Ranking["rising"]) =>
    moved.length > 0 && (
      <>
        <h3 className="pt-2 text-xs text-quiet">{name}</h3>
        <ul>
          {moved.slice(0, 6).map((one) => (
            <li key={one.id} className="grid grid-cols-[1fr_auto] gap-x-2">
              <span className="min-w-0 truncate" title={one.name}>
                {one.name}
              </span>
              <span className="text-xs text-quiet">
                {one.before} → {one.after}, by {partName(one.because)}
              </span>
            </li>
          ))}
        </ul>
      </>
    );
  return (
    <section className="border-t border-hairline py-3">
      <h2 className="text-sm font-semibold">If first came: {beside.toLowerCase()}</h2>
      {list("Would rise", told.rising)}
      {list("Would fall", told.falling)}
      {!told.rising.length && !told.falling.length && <p className="text-quiet">Nothing moves.</p>}
    </section>
  );
}
