import { Link, useMatchRoute, useRouterState } from "@tanstack/react-router";
import { exact, plural } from "../parts/format";
import { STEPS, type StepId, usePlace } from "../shared/channels";
import { useOverview } from "../shared/queries";

type Counts = { keywords: number; measured: number; clusters: number };

/** The steps of the work with their counts; done, current and to come differ by fill and by
 * weight. */
export function Walkway() {
  const { projectId, channel } = usePlace();
  const overview = useOverview(projectId).data;
  const matchRoute = useMatchRoute();
  const counts = overview?.channels.find((counted) => counted.channel === channel) ?? {
    keywords: 0,
    measured: 0,
    clusters: 0,
  };
  const params = { projectId: String(projectId), channel };
  const searchOf = useRememberedSearch(projectId, channel);
  const current = STEPS.findIndex((step) =>
    matchRoute({ to: `/p/$projectId/$channel/${step.id}`, params, fuzzy: true }),
  );
  return (
    <nav
      aria-label="Steps"
      className="print:hidden flex h-[58px] shrink-0 overflow-x-auto overflow-y-hidden border-b border-hairline bg-sheet px-[18px]"
    >
      <Link
        to="/p/$projectId/$channel"
        params={params}
        activeOptions={{ exact: true }}
        className="mr-8 self-center rounded-md border border-hairline px-3 py-1 whitespace-nowrap
          text-ink-2 hover:border-quiet hover:text-ink aria-[current]:border-pine-line
          aria-[current]:bg-pine-wash aria-[current]:font-semibold aria-[current]:text-ink"
      >
        Up next
      </Link>
      {STEPS.map((step, i) => {
        const here = i === current;
        const done = overview ? isDone(step.id, counts, overview) : false;
        const last = i === STEPS.length - 1;
        return (
          <Link
            key={step.id}
            to={`/p/$projectId/$channel/${step.id}`}
            params={params}
            search={searchOf(step.id)}
            aria-current={here ? "step" : undefined}
            className="group relative flex-1 pt-[10px] whitespace-nowrap max-[1000px]:pr-4"
          >
            <span
              className={`text-base
                ${here ? "font-bold text-ink" : done ? "font-semibold text-ink-2" : "text-ink-2"}
                group-hover:text-ink`}
            >
              {step.name}
            </span>
            <span className="ml-2 text-xs text-quiet">
              {overview ? told(step.id, counts, overview) : ""}
            </span>
            <span
              className={`absolute right-0 bottom-[15px] left-0 h-[2px]
                ${done ? "bg-pine" : "bg-hairline"}`}
            />
            <span
              className={`absolute bottom-[10px] left-[2px] size-[12px] rotate-45 border-2 ${
                here
                  ? "border-persimmon bg-persimmon"
                  : done
                    ? "border-pine bg-pine"
                    : "border-bar bg-sheet"
              }`}
            />
            {last && (
              <span className="absolute right-0 bottom-[12px] h-[8px] w-[2px] bg-hairline" />
            )}
          </Link>
        );
      })}
    </nav>
  );
}

const remembered = new Map<string, Record<string, unknown>>();

/** What each step's address held when one left it: its filters and order are there again. */
function useRememberedSearch(projectId: number, channel: string) {
  const { pathname, search } = useRouterState({ select: (state) => state.location });
  const place = (step: string) => `/p/${projectId}/${channel}/${step}`;
  remembered.set(pathname, search);
  // What was open there is not what one comes back for, and may be gone.
  return (step: StepId) => {
    const { row, cluster, piece, bring, publish, ...kept } = remembered.get(place(step)) ?? {};
    return kept;
  };
}

type Overview = { pieces: number; placed: number; drafts: number; live: number };

function isDone(step: StepId, counts: Counts, overview: Overview): boolean {
  if (step === "gather") return counts.keywords > 0;
  if (step === "weigh") return counts.measured > 0;
  if (step === "cluster") return counts.clusters > 0;
  if (step === "plan") return overview.pieces > 0;
  return step === "write" ? overview.drafts > 0 : overview.live > 0;
}

function told(step: StepId, counts: Counts, overview: Overview): string {
  const { pieces, placed, drafts } = overview;
  if (step === "gather") return exact(counts.keywords);
  if (step === "weigh")
    return counts.keywords ? `${exact(counts.measured)} of ${exact(counts.keywords)}` : "0";
  if (step === "cluster") return exact(counts.clusters);
  if (step === "write") return drafts ? plural(drafts, "draft") : "0";
  if (step === "follow") return overview.live ? `${exact(overview.live)} published` : "0";
  return pieces ? `${exact(placed)} of ${exact(pieces)} scheduled` : "0";
}
