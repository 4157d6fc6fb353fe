import { useMutation } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { useCallback, useMemo, useRef, useState } from "react";
import type { Cluster, Problem, Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { useCommand } from "../parts/commands";
import { Empty } from "../parts/Empty";
import { exact, plural } from "../parts/format";
import { JobLine } from "../parts/JobLine";
import { PageHead } from "../parts/PageHead";
import { ProblemNote } from "../parts/ProblemNote";
import { Sheet } from "../parts/Sheet";
import { useSay } from "../parts/toasts";
import { type Chosen, useGrid } from "../parts/useGrid";
import { useKey } from "../parts/useKey";
import { usePlace } from "../shared/channels";
import { useOverview, useProject } from "../shared/queries";
import { useChange } from "../shared/useChange";
import { ClusterFilters } from "./ClusterFilters";
import { ClusterInspector } from "./ClusterInspector";
import { makePieces, previewPieces, startClustering } from "./changes";
import { clusterColumns } from "./columns";
import { PlanDialog } from "./PlanDialog";
import { type Preview, toPlan } from "./planning";
import { clusterIds, useClusterPages, usePlannedClusters } from "./queries";
import { RegroupDialog } from "./RegroupDialog";
import type { ClusterSearch } from "./search";

const MOST_AT_ONCE = 1_000;
type Counts = Schemas["ChannelCountsOut"] | undefined;

/** Cluster: what one piece can serve, with sums; pieces are made from here. */
export function ClusterPage() {
  const { projectId, channel } = usePlace();
  const search = useSearch({ from: "/p/$projectId/$channel/cluster" });
  const navigate = useNavigate({ from: "/p/$projectId/$channel/cluster" });
  const currency = useProject(projectId).data?.currency ?? "£";
  const overview = useOverview(projectId).data;
  const planned = usePlannedIds(projectId);
  const { q, sort, several } = search;
  const query = useMemo(() => ({ channel, q, sort, several }), [channel, q, sort, several]);
  const pages = useClusterPages(projectId, query);
  const patch = useCallback(
    (changed: Partial<ClusterSearch>) =>
      navigate({ search: (now) => ({ ...now, ...changed }), replace: true }),
    [navigate],
  );
  const onOpen = useCallback(
    (cluster: number | undefined) => navigate({ search: (now) => ({ ...now, cluster }) }),
    [navigate],
  );
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
  const [regrouping, setRegrouping] = useState(false);
  const words = useRef<HTMLInputElement>(null);
  useKey("/", () => words.current?.focus(), { sign: true });
  const cluster = useChange(projectId, (afresh: boolean) =>
    startClustering(projectId, channel, afresh),
  );
  const make = useMaking(projectId, grid.chosen);
  const columns = useMemo(() => clusterColumns(currency, planned), [currency, planned]);
  const jobs = overview?.jobs.filter((job) => job.kind === "cluster") ?? [];
  const counts = overview?.channels.find((counted) => counted.channel === channel);
  const clustered = (counts?.clusters ?? 0) > 0;
  useCommand("Cluster what is in none", () => cluster.mutate(false), {
    enabled: looseOf(counts) > 0,
  });
  useCommand("Cluster afresh", () => setRegrouping(true), { enabled: clustered });
  useCommand("Plan the ticked clusters", make.start, { enabled: grid.chosen.ids.size > 0 });
  useCommand("Tick all clusters without a piece", () => grid.chosen.toggleAll(), { keys: "a" });
  const many = grid.chosen.ids.size;

  return (
    <>
      <main className="flex min-w-0 flex-1 flex-col">
        <div className="flex shrink-0 flex-col gap-[10px] px-[18px] pb-3">
          <PageHead title="Cluster the keywords" about={aboutLine(counts)}>
            <Buttons
              counts={counts}
              many={many}
              busy={cluster.isPending || jobs.length > 0}
              making={make.busy}
              onCluster={() => cluster.mutate(false)}
              onRegroup={() => setRegrouping(true)}
              onPlan={make.start}
            />
          </PageHead>
          {jobs.map((job) => (
            <JobLine key={job.id} job={job} projectId={projectId} />
          ))}
          {[cluster.error, make.error, pages.error].map(
            (error) => error && <ProblemNote key={error.message} error={error} />,
          )}
          {clustered && (
            <ClusterFilters
              search={search}
              onChange={patch}
              wordsRef={words}
              told={
                many
                  ? `${exact(many)} chosen of ${exact(grid.total)}`
                  : `${plural(grid.total, "match", "match")} · by ` +
                    `${sort === "volume" ? "searches" : sort}`
              }
            />
          )}
        </div>
        {!clustered || pages.total === 0 ? (
          <Nothing counts={counts} clustered={clustered} onClear={() => navigate({ search: {} })} />
        ) : (
          <Sheet
            label="Clusters"
            columns={columns}
            grid={grid}
            nameOf={(row) => row.name}
            sorted={{ by: sort, descending: true }}
            onSort={(by) => patch({ sort: by })}
          />
        )}
      </main>
      {search.cluster !== undefined && (
        <ClusterInspector
          projectId={projectId}
          clusterId={search.cluster}
          currency={currency}
          onOpen={onOpen}
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
      <RegroupDialog
        open={regrouping}
        onOpenChange={setRegrouping}
        onGo={() => cluster.mutate(true)}
      />
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
        out.placed < out.made ? `${exact(out.made - out.placed)} of them without a month` : "",
        out.renewed.length ? `with the coming year: ${named(out.renewed)}` : "",
        skipped.length ? `left: ${skipped.join(", ")}` : "",
      ];
      say(`${told.filter(Boolean).join("; ")}. z takes it back.`);
      setAsked(undefined);
      chosen.clear();
    },
  });
  const look = useMutation<Preview, Problem>({
    mutationFn: () => previewPieces(projectId, [...chosen.ids].slice(0, MOST_AT_ONCE)),
    onSuccess: (preview) => {
      const ids = [...chosen.ids].slice(0, MOST_AT_ONCE);
      if (preview.groups.length || preview.off_topic.length) setAsked({ preview, ids });
      else make.mutate(toPlan(ids, [], new Set(), false));
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

const looseOf = (counts: Counts) => (counts ? counts.keywords - counts.clustered : 0);

function aboutLine(counts: Counts): string {
  if (!counts) return "";
  const loose = looseOf(counts);
  const left = loose ? `, ${exact(loose)} in none yet` : "";
  return `${plural(counts.clusters, "cluster")} of ${plural(counts.clustered, "keyword")}${left}`;
}

function Buttons(props: {
  counts: Counts;
  many: number;
  busy: boolean;
  making: boolean;
  onCluster: () => void;
  onRegroup: () => void;
  onPlan: () => void;
}) {
  const { counts, many } = props;
  const clustered = (counts?.clusters ?? 0) > 0;
  const loose = looseOf(counts);
  return (
    <>
      {clustered && <Button onClick={props.onRegroup}>Cluster afresh</Button>}
      {(loose > 0 || !clustered) && (
        <Button
          look={many ? "plain" : "main"}
          disabled={props.busy || !counts?.keywords}
          onClick={props.onCluster}
        >
          Cluster {exact(loose)}
        </Button>
      )}
      {clustered && (
        <Button
          look="main"
          disabled={!many || props.making}
          title={many ? undefined : "Tick clusters first: Space ticks one, a ticks all"}
          onClick={props.onPlan}
        >
          {many ? `Plan ${plural(many, "piece")}` : "Plan: tick clusters first"}
        </Button>
      )}
    </>
  );
}

function Nothing({
  counts,
  clustered,
  onClear,
}: {
  counts: Counts;
  clustered: boolean;
  onClear: () => void;
}) {
  if (clustered)
    return (
      <Empty
        title="No cluster matches"
        action={<Button onClick={onClear}>Clear the filters</Button>}
      >
        No cluster holds these words.
      </Empty>
    );
  return (
    <Empty title="Not clustered yet">
      {counts?.keywords
        ? "Keywords whose results pages show the same results belong to one piece. Where a " +
          "page was not read, wording decides."
        : "There is no keyword on this channel yet. Gather some first. Clusters rest on results " +
          "pages where they were read, else on wording and meaning."}
    </Empty>
  );
}
