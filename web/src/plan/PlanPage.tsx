import { useNavigate, useSearch } from "@tanstack/react-router";
import { useCallback, useMemo, useState } from "react";
import { Button } from "../parts/Button";
import { useCommand } from "../parts/commands";
import { Empty } from "../parts/Empty";
import { exact, plural } from "../parts/format";
import { JobLine } from "../parts/JobLine";
import { PageHead } from "../parts/PageHead";
import { ProblemNote } from "../parts/ProblemNote";
import { SkeletonTable } from "../parts/Skeleton";
import { StepLink } from "../parts/StepLink";
import { useSay } from "../parts/toasts";
import { useKey } from "../parts/useKey";
import { usePlace } from "../shared/channels";
import { useOverview, useProject } from "../shared/queries";
import { useChange } from "../shared/useChange";
import { AwayMenu } from "./AwayMenu";
import { BackDialog } from "./BackDialog";
import { fitPlan, waitForHubs } from "./changes";
import { ExistingDialog } from "./ExistingDialog";
import { FitNote } from "./FitNote";
import { LimitsDialog } from "./LimitsDialog";
import { PieceInspector } from "./PieceInspector";
import { PlanCalendar } from "./PlanCalendar";
import { PlanList } from "./PlanList";
import { PlanLook } from "./PlanLook";
import type { Plan } from "./planMath";
import { useGroups, useOverlaps, usePieces, usePlan } from "./queries";
import { usePlacing } from "./usePlacing";
import { YearBoard } from "./YearBoard";
import { YearPanel } from "./YearPanel";

const WIDE = 1200;

/** Plan: the year board over all channels, fitted to the hours there are. */
export function PlanPage() {
  const { projectId } = usePlace();
  const search = useSearch({ from: "/p/$projectId/$channel/plan" });
  const navigate = useNavigate({ from: "/p/$projectId/$channel/plan" });
  const project = useProject(projectId).data;
  const overview = useOverview(projectId).data;
  const plan = usePlan(projectId);
  const { order, outlet, group, view } = search;
  // On a narrow screen the months need the room, unless one asks for it.
  const whole = search.whole ?? window.innerWidth >= WIDE;
  const query = useMemo(
    () => ({
      order,
      ...(outlet === undefined ? {} : { outlet }),
      ...(group === undefined ? {} : { group }),
    }),
    [order, outlet, group],
  );
  const pieces = usePieces(projectId, query);
  const groups = useGroups(projectId, query);
  const overlaps = useOverlaps(projectId).data;
  const place = usePlacing(projectId);
  const currency = project?.currency ?? "£";
  const fit = useFitting(projectId);
  const jobs = overview?.jobs.filter((job) => job.kind === "fit") ?? [];
  useKey("f", () => !fit.isPending && fit.mutate(undefined), { enabled: !!plan.data?.pieces });
  useCommand("Schedule the plan to my hours", () => fit.mutate(undefined), {
    keys: "f",
    enabled: !!plan.data?.pieces && !fit.isPending,
  });
  useCommand("Show the year summary", () =>
    navigate({ search: (now) => ({ ...now, piece: undefined, whole: true }) }),
  );
  useCommand("Export the plan", () => location.assign(`/api/projects/${projectId}/plan.csv`));
  const onOpen = useCallback(
    (piece: number | undefined) => navigate({ search: (now) => ({ ...now, piece }) }),
    [navigate],
  );
  const [back, setBack] = useState(false);
  const [limits, setLimits] = useState(false);
  const setOwn = (own: true | undefined) => navigate({ search: (now) => ({ ...now, own }) });
  const dialog = search.own && (
    <ExistingDialog projectId={projectId} currency={currency} onClose={() => setOwn(undefined)} />
  );
  useCommand("Planning limits: horizon, people, kinds", () => setLimits(true));
  const say = useSay();
  const hubs = useChange(projectId, () => waitForHubs(projectId), {
    done: (out) =>
      say(
        out.waiting
          ? `Added dependencies to ${plural(out.waiting, "piece")}.`
          : "All dependencies are already set.",
        { undo: out.waiting > 0 },
      ),
    failed: (problem) => say(problem.message, { bad: true }),
  });
  if (plan.data?.pieces === 0)
    return (
      <>
        <NoPiece onOwn={() => setOwn(true)} />
        {dialog}
      </>
    );
  const error = fit.error ?? plan.error ?? pieces.error;
  return (
    <>
      <main className="flex min-w-0 flex-1 flex-col">
        <div className="flex shrink-0 flex-col gap-[10px] px-[18px] pb-3">
          <PageHead title="Plan the year" about={plan.data ? aboutLine(plan.data) : ""}>
            <PlanLook
              view={view}
              group={group}
              onView={(to) => navigate({ search: (now) => ({ ...now, view: to }) })}
              onGroup={(by) => navigate({ search: (now) => ({ ...now, group: by }) })}
            />
            <AwayMenu
              onBack={() => setBack(true)}
              onHubs={() => hubs.mutate(undefined)}
              onLimits={() => setLimits(true)}
              onExisting={() => setOwn(true)}
            />
            <Button
              aria-pressed={whole && search.piece === undefined}
              onClick={() =>
                navigate({
                  search: (now) => ({
                    ...now,
                    piece: undefined,
                    whole: now.piece !== undefined || !whole,
                  }),
                })
              }
            >
              Year summary
            </Button>
            <Button
              look="main"
              disabled={fit.isPending || jobs.length > 0 || !plan.data}
              onClick={() => fit.mutate(undefined)}
            >
              Schedule to my hours
            </Button>
          </PageHead>
          {jobs.map((job) => (
            <JobLine key={job.id} job={job} projectId={projectId} />
          ))}
          {error && <ProblemNote error={error} />}
          {plan.data && (
            <div className="flex min-h-[28px] flex-wrap items-center gap-2">
              <Outlets
                outlets={plan.data.outlets}
                chosen={outlet}
                onChoose={(id) =>
                  navigate({ search: (now) => ({ ...now, outlet: id }), replace: true })
                }
              />
              <span className="ml-auto text-right text-ink-2">
                <FitNote
                  fit={plan.data.fit}
                  overlaps={(overlaps?.pairs.length ?? 0) + (overlaps?.live.length ?? 0)}
                  impossible={plan.data.impossible.length}
                />
              </span>
            </div>
          )}
        </div>
        {!plan.data && !error && <SkeletonTable />}
        {plan.data && view === "list" && (
          <PlanList
            pieces={pieces}
            groups={groups}
            currency={currency}
            order={order}
            place={String(projectId)}
            onOrder={(by) => navigate({ search: (now) => ({ ...now, order: by }), replace: true })}
            openId={search.piece}
            onOpen={onOpen}
          />
        )}
        {plan.data && view === "calendar" && (
          <PlanCalendar
            projectId={projectId}
            plan={plan.data}
            outlet={outlet}
            openId={search.piece}
            onOpen={onOpen}
            onPlace={place}
          />
        )}
        {plan.data && view === "board" && (
          <YearBoard
            projectId={projectId}
            plan={plan.data}
            pieces={pieces}
            groups={groups}
            currency={currency}
            order={order}
            onOrder={(by) => navigate({ search: (now) => ({ ...now, order: by }), replace: true })}
            openId={search.piece}
            onOpen={onOpen}
          />
        )}
      </main>
      {search.piece === undefined && whole && plan.data && (
        <YearPanel
          projectId={projectId}
          plan={plan.data}
          currency={currency}
          hourValue={project?.hour_value ?? 0}
          onClose={() => navigate({ search: (now) => ({ ...now, whole: false }) })}
        />
      )}
      {limits && plan.data && (
        <LimitsDialog projectId={projectId} plan={plan.data} onClose={() => setLimits(false)} />
      )}
      {dialog}
      {back && <BackDialog projectId={projectId} onClose={() => setBack(false)} />}
      {search.piece !== undefined && plan.data && (
        <PieceInspector
          projectId={projectId}
          pieceId={search.piece}
          plan={plan.data}
          outlets={project?.outlets ?? []}
          currency={currency}
          onOpen={onOpen}
        />
      )}
    </>
  );
}

function useFitting(projectId: number) {
  const say = useSay();
  return useChange(projectId, () => fitPlan(projectId), {
    done: (out) =>
      say(
        `First draft: ${exact(out.placed)} scheduled, ${exact(out.left_out)} not${
          out.unpaid ? ` (${exact(out.unpaid)} would not earn their hours)` : ""
        }. Still improving it.`,
      ),
  });
}

function aboutLine(plan: Plan): string {
  const all = plan.months.reduce((sum, month) => sum + month.to_spend, 0);
  const hours = `${exact(plan.hours)} of ${exact(all)} hours`;
  const parts = [plural(plan.pieces, "piece"), hours];
  return parts.join(", ");
}

function NoPiece({ onOwn }: { onOwn: () => void }) {
  return (
    <main className="flex min-w-0 flex-1 flex-col gap-3">
      <div className="px-[18px]">
        <PageHead title="Plan the year" about="No piece yet" />
      </div>
      <Empty
        title="Make pieces from clusters"
        action={
          <span className="flex flex-wrap justify-center gap-2">
            <StepLink to="cluster">Choose clusters</StepLink>
            <Button onClick={onOwn}>Review your own pages</Button>
          </span>
        }
      >
        Choose the clusters that are worth your hours. Each becomes a piece with main and secondary
        keywords, scheduled in time for its season. Pages that you have already can be improved
        first.
      </Empty>
    </main>
  );
}

function Outlets({
  outlets,
  chosen,
  onChoose,
}: {
  outlets: Plan["outlets"];
  chosen: number | undefined;
  onChoose: (id: number | undefined) => void;
}) {
  const chip =
    "h-[28px] rounded-md border px-3 whitespace-nowrap aria-pressed:border-pine-line " +
    "aria-pressed:bg-pine-wash border-hairline bg-sheet";
  return (
    <>
      <button
        type="button"
        className={chip}
        aria-pressed={chosen === undefined}
        onClick={() => onChoose(undefined)}
      >
        All outlets
      </button>
      {outlets.map((outlet) => (
        <button
          key={outlet.id}
          type="button"
          className={chip}
          aria-pressed={chosen === outlet.id}
          onClick={() => onChoose(chosen === outlet.id ? undefined : outlet.id)}
        >
          {outlet.name} <strong>{exact(outlet.pieces)}</strong>
        </button>
      ))}
    </>
  );
}
