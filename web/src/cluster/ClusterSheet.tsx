import { useMutation } from "@tanstack/react-query";
import { type ReactNode, useMemo, useRef, useState } from "react";
import type { Cluster, Problem, Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { useCommand } from "../parts/commands";
import { Empty } from "../parts/Empty";
import { exact, plural } from "../parts/format";
import { NothingMatches } from "../parts/NothingMatches";
import { PageHead } from "../parts/PageHead";
import { ProblemNote } from "../parts/ProblemNote";
import { Sheet } from "../parts/Sheet";
import { StepLink } from "../parts/StepLink";
import { useSay } from "../parts/toasts";
import { type Chosen, useGrid } from "../parts/useGrid";
import { useKey } from "../parts/useKey";
import { usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { ClusterFilters } from "./ClusterFilters";
import {
  makePieces,
  makeTheme,
  mergeClusters,
  moveKeywords,
  previewPieces,
  putIntoTheme,
} from "./changes";
import { clusterColumns } from "./columns";
import { droppedRows } from "./dragging";
import { PlanDialog } from "./PlanDialog";
import { NOTHING_MORE, notScheduled, type Preview, toPlan } from "./planning";
import { clusterIds, useClusterPages, usePlannedClusters } from "./queries";
import type { Whole } from "./scoreMath";
import type { ClusterSearch } from "./search";
import { ThemeDialog } from "./ThemeDialog";

const MOST_AT_ONCE = 1_000;
export type Counts = Schemas["ChannelCountsOut"] | undefined;

/** The clusters as a sheet: filtered, ticked, merged, put into themes, planned. */
export function ClusterSheet({
  search,
  whole,
  counts,
  currency,
  about,
  tools,
  cluster,
  above,
  onPatch,
  onOpen,
  onTheme,
  onClear,
}: {
  search: ClusterSearch;
  whole: Whole | undefined;
  counts: Counts;
  currency: string;
  about: string;
  tools: ReactNode;
  /** The button that clusters what is not clustered yet. */
  cluster: ReactNode;
  above: ReactNode;
  onPatch: (changed: Partial<ClusterSearch>) => void;
  onOpen: (cluster: number | undefined) => void;
  onTheme: () => void;
  onClear: () => void;
}) {
  const { projectId, channel } = usePlace();
  const planned = usePlannedIds(projectId);
  const { q, sort, several, theme } = search;
  const query = useMemo(
    () => ({ channel, q, sort, several, theme }),
    [channel, q, sort, several, theme],
  );
  const pages = useClusterPages(projectId, query);
  const grid = useGrid<Cluster>({
    pages,
    place: `${projectId}/${channel}`,
    openId: search.cluster,
    onOpen,
    all: async () => {
      const found = await clusterIds(projectId, query, MOST_AT_ONCE);
      const ids = found.ids.filter((id) => !planned.has(id));
      return { ids, total: ids.length + Math.max(0, found.total - found.ids.length) };
    },
  });
  const words = useRef<HTMLInputElement>(null);
  const say = useSay();
  const [theming, setTheming] = useState(false);
  useKey("/", () => words.current?.focus(), { sign: true });
  const make = useMaking(projectId, grid.chosen);
  const ids = [...grid.chosen.ids];
  const many = ids.length;
  const merge = useChange(
    projectId,
    (wanted: number[]) => mergeClusters(projectId, wanted[0] ?? 0, wanted.slice(1)),
    {
      done: (out, wanted) => {
        say(`${plural(wanted.length, "cluster")} are now one, “${out.name}”.`, { undo: true });
        grid.chosen.clear();
      },
    },
  );
  const put = useChange(
    projectId,
    async (to: number | null | string) => {
      if (typeof to === "string")
        return await makeTheme(projectId, { channel, name: to, cluster_ids: ids });
      await putIntoTheme(projectId, ids, to);
      return { name: whole?.themes.find((each) => each.id === to)?.name ?? "no theme" };
    },
    {
      done: (out) => {
        say(`${plural(many, "cluster")} moved to ${out.name}.`, { undo: true });
        setTheming(false);
        grid.chosen.clear();
      },
    },
  );
  const drop = useChange(
    projectId,
    (to: { rows: number[]; cluster: Cluster }) => moveKeywords(projectId, to.rows, to.cluster.id),
    {
      done: (out, to) =>
        say(`${plural(to.rows.length, "keyword")} moved to “${out.name}”.`, { undo: true }),
    },
  );
  // The one with most searches among those ticked stays.
  const startMerge = () => many > 1 && !merge.isPending && merge.mutate(ids);
  useKey("m", startMerge, { enabled: many > 1 });
  useKey("t", () => setTheming(true), { enabled: many > 0 });
  useCommand("Plan the selected clusters", make.start, { enabled: many > 0 });
  useCommand("Merge the selected clusters", startMerge, { keys: "m", enabled: many > 1 });
  useCommand("Move the selected clusters to a theme", () => setTheming(true), {
    keys: "t",
    enabled: many > 0,
  });
  useCommand("Select all clusters that are not planned", () => grid.chosen.toggleAll(), {
    keys: "a",
  });
  const columns = useMemo(() => clusterColumns(currency, planned), [currency, planned]);
  const clustered = (counts?.clusters ?? 0) > 0;
  const problems = [make.error, pages.error, merge.error, drop.error];
  return (
    <>
      <div className="flex shrink-0 flex-col gap-[10px] px-[18px] pb-3">
        <PageHead title="Cluster the keywords" about={about}>
          {many > 0 ? (
            <>
              {many > 1 && (
                <Button disabled={merge.isPending} onClick={startMerge}>
                  Merge {plural(many, "cluster")}
                </Button>
              )}
              <Button onClick={() => setTheming(true)}>Move to a theme</Button>
              <Button look="main" disabled={make.busy} onClick={make.start}>
                Plan {plural(many, "piece")}
              </Button>
            </>
          ) : (
            <>
              {tools}
              {clustered && search.cluster === undefined && (
                <Button
                  disabled
                  className="max-[1120px]:hidden"
                  title="Select clusters first: Space for one, A for all"
                >
                  Plan (select first)
                </Button>
              )}
            </>
          )}
        </PageHead>
        {above}
        {problems.map((error) => error && <ProblemNote key={error.message} error={error} />)}
        {clustered && (
          <ClusterFilters
            search={search}
            whole={whole}
            onChange={onPatch}
            onTheme={onTheme}
            wordsRef={words}
            told={
              many
                ? `${exact(many)} selected of ${exact(grid.total)}`
                : grid.waiting
                  ? ""
                  : `${exact(grid.total)} found · sorted by ` +
                    `${sort === "volume" ? "searches" : sort}`
            }
          />
        )}
      </div>
      {counts && (!clustered || pages.total === 0) ? (
        <Nothing counts={counts} clustered={clustered} cluster={cluster} onClear={onClear} />
      ) : (
        <Sheet
          label="Clusters"
          columns={columns}
          grid={grid}
          nameOf={(row) => row.name}
          sorted={{ by: sort, descending: true }}
          onSort={(by) => onPatch({ sort: by })}
          onDropOn={(row, event) => {
            const rows = droppedRows(event);
            if (rows.length && row.id !== search.cluster) drop.mutate({ rows, cluster: row });
          }}
        />
      )}
      {make.asked && (
        <PlanDialog
          preview={make.asked.preview}
          clusterIds={make.asked.ids}
          currency={currency}
          busy={make.busy}
          onPlan={make.plan}
          onClose={make.leave}
        />
      )}
      {theming && whole && (
        <ThemeDialog
          many={many}
          whole={whole}
          busy={put.isPending}
          problem={put.error}
          onPut={(id) => put.mutate(id)}
          onMake={(name) => put.mutate(name)}
          onClose={() => setTheming(false)}
        />
      )}
    </>
  );
}

function usePlannedIds(projectId: number): ReadonlySet<number> {
  const planned = usePlannedClusters(projectId).data;
  return useMemo(() => new Set(planned), [planned]);
}

/** Make pieces of the chosen clusters: looked at first, asked where something must be decided, and
 * told what became of them. */
function useMaking(projectId: number, chosen: Chosen) {
  const say = useSay();
  const [asked, setAsked] = useState<{ preview: Preview; ids: readonly number[] }>();
  const make = useChange(projectId, (plan: Schemas["PiecesIn"]) => makePieces(projectId, plan), {
    done: (out) => {
      const skipped = Object.entries(out.skipped).map(([why, n]) => `${n} ${why}`);
      const told = [
        `${plural(out.made, "piece")} planned`,
        notScheduled(out),
        out.renewed.length ? `with the coming year: ${named(out.renewed)}` : "",
        skipped.length ? `left: ${skipped.join(", ")}` : "",
      ];
      say(`${told.filter(Boolean).join("; ")}.`, { undo: true });
      setAsked(undefined);
      chosen.clear();
    },
  });
  const look = useMutation<Preview, Problem>({
    mutationFn: () => previewPieces(projectId, [...chosen.ids].slice(0, MOST_AT_ONCE)),
    onSuccess: (preview) => {
      const ids = [...chosen.ids].slice(0, MOST_AT_ONCE);
      if (preview.groups.length || preview.own.length || preview.off_topic.length)
        setAsked({ preview, ids });
      else make.mutate(toPlan(ids, [], new Set(), NOTHING_MORE));
    },
  });
  return {
    start: () => look.mutate(),
    plan: make.mutate,
    asked,
    leave: () => setAsked(undefined),
    busy: look.isPending || make.isPending,
    error: look.error ?? make.error,
  };
}

const named = (texts: readonly string[]): string =>
  texts.length > 2
    ? `${plural(texts.length, "main keyword")}`
    : texts.map((t) => `“${t}”`).join(", ");

function Nothing({
  counts,
  clustered,
  cluster,
  onClear,
}: {
  counts: Counts;
  clustered: boolean;
  cluster: ReactNode;
  onClear: () => void;
}) {
  if (clustered) return <NothingMatches what="cluster" onClear={onClear} />;
  return (
    <Empty
      title="Not clustered yet"
      action={counts?.keywords ? cluster : <StepLink to="gather">Gather keywords</StepLink>}
    >
      {counts?.keywords
        ? "Keywords with the same results belong to one piece. Without a results page, wording and meaning decide."
        : "No keywords on this channel yet."}
    </Empty>
  );
}
