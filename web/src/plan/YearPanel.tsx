import { useNavigate } from "@tanstack/react-router";
import { Block } from "../parts/Block";
import { Button } from "../parts/Button";
import { exact, money, plural } from "../parts/format";
import { Inspector } from "../parts/Inspector";
import { ProblemNote } from "../parts/ProblemNote";
import { SkeletonLines } from "../parts/Skeleton";
import { useSay } from "../parts/toasts";
import { useChange } from "../shared/useChange";
import { Clash } from "./Clash";
import { planClusters } from "./changes";
import { Impossible } from "./Impossible";
import { LeftOut, Locations, Loose } from "./LeftOut";
import { LiveClash } from "./LiveClash";
import { outlayWords } from "./outlayWords";
import type { Plan } from "./planMath";
import { useLimits, useOverlaps, useProspects } from "./queries";
import { shortMonth } from "./timing";
import { WhatIf } from "./WhatIf";

const SHOWN = 8;

/** The year as a whole: what it brings for its hours, what cannot be, what fights, and what would
 * fill the hours that are left. */
export function YearPanel({
  projectId,
  plan,
  currency,
  hourValue,
  onClose,
}: {
  projectId: number;
  plan: Plan;
  currency: string;
  hourValue: number;
  onClose: () => void;
}) {
  const prospects = useProspects(projectId);
  const navigate = useNavigate({ from: "/p/$projectId/$channel/plan" });
  const open = (piece: number) => navigate({ search: (now) => ({ ...now, piece }) });
  const { pairs = [], live = [] } = useOverlaps(projectId).data ?? {};
  const limits = useLimits(projectId).data;
  const told = prospects.data;
  const [first, ...more] = told
    ? outlayWords(told.outlay, currency, hourValue, plan.months.length)
    : [];
  return (
    <Inspector label="Year summary" onClose={onClose}>
      {prospects.error && <ProblemNote error={prospects.error} />}
      {first ? (
        <h2 className="pb-2 font-sans text-base font-semibold">{first}</h2>
      ) : (
        !prospects.error && <SkeletonLines lines={3} />
      )}
      {more.map((sentence) => (
        <p key={sentence} className="pb-2 text-ink-2">
          {sentence}
        </p>
      ))}
      {plan.worth !== null && (
        <p className="pb-2 text-ink-2">
          Once everything has settled it is worth about {money(plan.worth, currency)} a month.
        </p>
      )}
      <Impossible pins={plan.impossible} onOpen={open} />
      {pairs.length > 0 && (
        <Block title="Competing pieces" aside={plural(pairs.length, "pair")}>
          <p className="text-ink-2">
            Two pieces targeting one keyword compete with each other (cannibalisation).
          </p>
          {pairs.slice(0, SHOWN).map((clash) => (
            <div key={`${clash.piece}-${clash.other}`} className="pt-1">
              <button
                type="button"
                className="text-left font-semibold underline decoration-hairline underline-offset-2"
                onClick={() => open(clash.piece)}
              >
                {clash.title}
              </button>{" "}
              and
              <Clash projectId={projectId} pieceId={clash.piece} clash={clash} onOpen={open} />
            </div>
          ))}
        </Block>
      )}
      {live.length > 0 && (
        <Block title="You already rank for this" aside={plural(live.length, "page")}>
          {live.slice(0, SHOWN).map((one) => (
            <LiveClash key={one.piece} projectId={projectId} live={one} onOpen={open} />
          ))}
        </Block>
      )}
      <LeftOut projectId={projectId} onOpen={open} />
      {told && <Left projectId={projectId} told={told} currency={currency} />}
      <WhatIf projectId={projectId} plan={plan} currency={currency} />
      {told && (
        <Block title={`With ${exact(told.more_hours)} more hours`}>
          <p>
            {told.more_titles.length
              ? `Would earn about ${money(told.more_adds, currency)} within the planned months: ` +
                `${told.more_titles.map((title) => `“${title}”`).join(", ")}.`
              : told.rows.length
                ? "No known piece is left for them."
                : "No known piece would use them."}
          </p>
        </Block>
      )}
      <Locations projectId={projectId} most={limits?.alike ?? null} onOpen={open} />
      <Loose projectId={projectId} pieces={plan.pieces} onOpen={open} />
    </Inspector>
  );
}

function Left({
  projectId,
  told,
  currency,
}: {
  projectId: number;
  told: NonNullable<ReturnType<typeof useProspects>["data"]>;
  currency: string;
}) {
  const say = useSay();
  const go = useNavigate({ from: "/p/$projectId/$channel/plan" });
  const make = useChange(projectId, (ids: number[]) => planClusters(projectId, ids), {
    done: (out) => say(`${plural(out.made, "piece")} planned.`, { undo: true }),
    failed: (problem) => say(problem.message, { bad: true }),
  });
  const shown = told.rows.slice(0, SHOWN);
  const hours = shown.reduce((sum, row) => sum + row.hours, 0);
  return (
    <Block title="Unused hours" aside={`${exact(told.hours_left)} in all`}>
      {!told.rows.length && (
        <p className="text-ink-2">
          {told.hours_left
            ? "No unplanned cluster is known to earn its hours in them."
            : "None: the months are full."}
        </p>
      )}
      {!told.rows.length && told.hours_left > 0 && (
        <>
          <p className="pt-1 text-ink-2">
            They are free for other work: gather more keywords, improve pages that rank already, or
            get links to them. More authority raises every chance; try it under “What if”.
          </p>
          <p className="flex flex-wrap gap-2 pt-2">
            <Button onClick={() => go({ to: "/p/$projectId/$channel/gather" })}>
              Gather keywords
            </Button>
            <Button onClick={() => go({ to: ".", search: (now) => ({ ...now, own: true }) })}>
              Review your own pages
            </Button>
          </p>
        </>
      )}
      <ul>
        {shown.map((row) => (
          <li key={row.cluster_id} className="flex items-baseline gap-2 py-[3px]">
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{row.title}</span>
              <span className="block text-2xs text-quiet">
                {row.kind_name}, {plural(row.hours, "hour")}
                {row.month && `, ${shortMonth(row.month)}`}
              </span>
            </span>
            <span className="whitespace-nowrap">+ {money(row.adds, currency)}</span>
            <button
              type="button"
              aria-label={`Plan ${row.title}`}
              disabled={make.isPending}
              onClick={() => make.mutate([row.cluster_id])}
              className="text-xs font-semibold text-persimmon-text underline underline-offset-2"
            >
              Plan
            </button>
          </li>
        ))}
      </ul>
      {shown.length > 1 && (
        <Button
          className="mt-2"
          disabled={make.isPending}
          onClick={() => make.mutate(shown.map((row) => row.cluster_id))}
        >
          Plan these {shown.length}, {plural(hours, "hour")}
        </Button>
      )}
    </Block>
  );
}
