import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { fitPlan } from "../api/changes";
import { useChange, useJobs, useOverview, usePlan, useProject } from "../api/queries";
import { usePlace } from "../app/channels";
import { Button } from "../parts/Button";
import { Empty } from "../parts/Empty";
import { exact, money, plural } from "../parts/format";
import { JobLine } from "../parts/JobLine";
import { PageHead } from "../parts/PageHead";
import { ProblemNote } from "../parts/ProblemNote";
import { useSay } from "../parts/toasts";
import { useKey } from "../parts/useKey";
import { FitNote } from "./FitNote";
import { PieceInspector } from "./PieceInspector";
import { ordered, type Plan, sums } from "./planMath";
import { YearBoard } from "./YearBoard";

const PLAIN =
  "inline-flex h-[30px] items-center rounded-md border border-hairline bg-sheet px-3 font-semibold whitespace-nowrap hover:border-quiet";

/** Plan: the year board over all channels, fitted to the hours there are. */
export function PlanPage() {
  const { projectId, channel } = usePlace();
  const search = useSearch({ from: "/p/$projectId/$channel/plan" });
  const navigate = useNavigate({ from: "/p/$projectId/$channel/plan" });
  const project = useProject(projectId).data;
  const overview = useOverview(projectId).data;
  const plan = usePlan(projectId);
  const fits = useJobs(projectId, "fit");
  const say = useSay();
  const currency = project?.currency ?? "£";
  const fit = useChange(projectId, () => fitPlan(projectId), {
    done: (out) =>
      say(
        `First answer: ${exact(out.placed)} placed, ${exact(out.left_out)} left out. A better one is being worked out.`,
      ),
  });
  const jobs = overview?.jobs.filter((job) => job.kind === "fit") ?? [];
  useKey("f", () => !fit.isPending && fit.mutate(undefined), { enabled: !!plan.data?.pieces.length });
  const params = { projectId: String(projectId), channel };

  if (plan.data && !plan.data.pieces.length)
    return (
      <main className="flex min-w-0 flex-1 flex-col gap-3">
        <div className="px-[18px]">
          <PageHead title="Plan the year" about="No piece yet" />
        </div>
        <Empty
          title="Make pieces from clusters"
          action={
            <Link
              to="/p/$projectId/$channel/cluster"
              params={params}
              className="inline-flex h-[30px] items-center rounded-md bg-beam px-3 font-semibold text-on-beam"
            >
              Choose clusters
            </Link>
          }
        >
          Choose the clusters worth this year's hours; each becomes a piece with its main and also-served keywords, and
          is placed in the month that catches its season.
        </Empty>
      </main>
    );
  const told = plan.data ? sums(plan.data.pieces) : undefined;
  return (
    <>
      <main className="flex min-w-0 flex-1 flex-col">
        <div className="flex shrink-0 flex-col gap-[10px] px-[18px] pb-3">
          <PageHead
            title="Plan the year"
            about={
              plan.data && told
                ? `${plural(plan.data.pieces.length, "piece")}, ${exact(told.hours)} of ${exact(12 * plan.data.hours_a_month)} hours, worth about ${money(told.worth, currency)} a month once settled`
                : ""
            }
          >
            <a href={`/api/projects/${projectId}/plan.csv`} download className={PLAIN}>
              Export {exact(plan.data?.pieces.length ?? 0)}
            </a>
            <Button
              look="main"
              disabled={fit.isPending || jobs.length > 0 || !plan.data}
              onClick={() => fit.mutate(undefined)}
            >
              Fit to my hours
            </Button>
          </PageHead>
          {jobs.map((job) => (
            <JobLine key={job.id} job={job} projectId={projectId} />
          ))}
          {(fit.error ?? plan.error) && <ProblemNote error={(fit.error ?? plan.error) as Error} />}
          {plan.data && (
            <div className="flex h-[28px] items-center gap-2">
              <Outlets
                plan={plan.data}
                outlet={search.outlet}
                onOutlet={(outlet) => navigate({ search: (now) => ({ ...now, outlet }), replace: true })}
              />
              <span className="min-w-0 flex-1 truncate text-right text-ink-2">
                <FitNote
                  job={fits.data?.find((job) => job.state === "done")}
                  currency={currency}
                  overlaps={plan.data.overlaps.length}
                />
              </span>
            </div>
          )}
        </div>
        {plan.data && (
          <YearBoard
            projectId={projectId}
            plan={plan.data}
            pieces={ordered(plan.data.pieces, search.order, search.outlet)}
            currency={currency}
            order={search.order}
            onOrder={(order) => navigate({ search: (now) => ({ ...now, order }), replace: true })}
            openId={search.piece}
            onOpen={(piece) =>
              navigate({ search: (now) => ({ ...now, piece: now.piece === piece ? undefined : piece }) })
            }
          />
        )}
      </main>
      {search.piece !== undefined && plan.data && (
        <PieceInspector
          projectId={projectId}
          pieceId={search.piece}
          plan={plan.data}
          outlets={project?.outlets ?? []}
          currency={currency}
          onOpen={(piece) => navigate({ search: (now) => ({ ...now, piece }) })}
        />
      )}
    </>
  );
}

function Outlets({
  plan,
  outlet,
  onOutlet,
}: {
  plan: Plan;
  outlet: number | undefined;
  onOutlet: (id: number | undefined) => void;
}) {
  const names = new Map<number, { name: string; pieces: number }>();
  for (const piece of plan.pieces) {
    const id = piece.outlet_id ?? 0;
    names.set(id, { name: piece.outlet || "Without an outlet", pieces: (names.get(id)?.pieces ?? 0) + 1 });
  }
  const chip =
    "h-[28px] rounded-md border px-3 whitespace-nowrap aria-pressed:border-pine-line aria-pressed:bg-pine-wash border-hairline bg-sheet";
  return (
    <>
      <button type="button" className={chip} aria-pressed={outlet === undefined} onClick={() => onOutlet(undefined)}>
        All outlets
      </button>
      {[...names].map(([id, one]) => (
        <button
          key={id}
          type="button"
          className={chip}
          aria-pressed={outlet === id}
          onClick={() => onOutlet(outlet === id ? undefined : id)}
        >
          {one.name} <strong>{exact(one.pieces)}</strong>
        </button>
      ))}
    </>
  );
}
