import { useNavigate, useSearch } from "@tanstack/react-router";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { makePieces, startClustering } from "../api/changes";
import type { Cluster } from "../api/client";
import { useChange, useClusterPages, useOverview, usePlan, useProject } from "../api/queries";
import { usePlace } from "../app/channels";
import { Button } from "../parts/Button";
import { Empty } from "../parts/Empty";
import { INPUT } from "../parts/Field";
import { exact, plural } from "../parts/format";
import { JobLine } from "../parts/JobLine";
import { PageHead } from "../parts/PageHead";
import { ProblemNote } from "../parts/ProblemNote";
import { Sheet } from "../parts/Sheet";
import { useSay } from "../parts/toasts";
import { useKey } from "../parts/useKey";
import { useSheetKeys } from "../parts/useSheetKeys";
import { ClusterInspector } from "./ClusterInspector";
import { clusterColumns } from "./columns";
import { RegroupDialog } from "./RegroupDialog";

const MOST_AT_ONCE = 1_000;

/** Cluster: what one piece can serve, with sums; pieces are made from here. */
export function ClusterPage() {
  const { projectId, channel } = usePlace();
  const search = useSearch({ from: "/p/$projectId/$channel/cluster" });
  const navigate = useNavigate({ from: "/p/$projectId/$channel/cluster" });
  const say = useSay();
  const project = useProject(projectId).data;
  const overview = useOverview(projectId).data;
  const plan = usePlan(projectId).data;
  const { q, sort, several } = search;
  const pages = useClusterPages(
    projectId,
    useMemo(() => ({ channel, q, sort, several }), [channel, q, sort, several]),
  );
  const total = pages.total ?? 0;
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const [regrouping, setRegrouping] = useState(false);
  const words = useRef<HTMLInputElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another channel has other clusters
  useEffect(() => setChosen(new Set()), [channel, projectId]);

  const planned = useMemo(() => new Set(plan?.pieces.map((piece) => piece.cluster_id)), [plan]);
  const counts = overview?.channels.find((one) => one.channel === channel);
  const loose = counts ? counts.keywords - counts.clustered : 0;
  const cluster = useChange(projectId, (afresh: boolean) => startClustering(projectId, channel, afresh));
  const make = useChange(projectId, () => makePieces(projectId, [...chosen].slice(0, MOST_AT_ONCE)), {
    done: (out) => {
      const skipped = Object.entries(out.skipped).map(([why, n]) => `${n} ${why}`);
      say(
        `${plural(out.made, "piece")} planned${skipped.length ? `; left: ${skipped.join(", ")}` : ""}. z takes it back.`,
      );
      setChosen(new Set());
    },
  });
  const toggle = useCallback((row: Cluster) => {
    setChosen((now) => {
      const next = new Set(now);
      if (!next.delete(row.id)) next.add(row.id);
      return next;
    });
  }, []);
  const openAt = useCallback(
    (index: number) => {
      const row = pages.rowAt(index);
      if (row) navigate({ search: (now) => ({ ...now, cluster: now.cluster === row.id ? undefined : row.id }) });
    },
    [navigate, pages.rowAt],
  );
  const toggleAll = () => {
    if (chosen.size) return setChosen(new Set());
    const seen: number[] = [];
    for (let i = 0; i < Math.min(total, MOST_AT_ONCE); i++) {
      const row = pages.rowAt(i);
      if (row && !planned.has(row.id)) seen.push(row.id);
    }
    setChosen(new Set(seen));
  };
  const { current, setCurrent } = useSheetKeys<Cluster>({
    total,
    rowAt: pages.rowAt,
    onChoose: toggle,
    onOpen: openAt,
    onToggleAll: toggleAll,
  });
  useKey("/", () => words.current?.focus(), { sign: true });
  const columns = useMemo(() => clusterColumns(project?.currency ?? "£", planned), [project, planned]);
  const jobs = overview?.jobs.filter((job) => job.kind === "cluster") ?? [];
  const clustered = (counts?.clusters ?? 0) > 0;

  return (
    <>
      <main className="flex min-w-0 flex-1 flex-col">
        <div className="flex shrink-0 flex-col gap-[10px] px-[18px] pb-3">
          <PageHead
            title="Cluster the keywords"
            about={
              counts
                ? `${exact(counts.clusters)} clusters of ${exact(counts.clustered)} keywords${loose ? `, ${exact(loose)} in none yet` : ""}`
                : ""
            }
          >
            {clustered && <Button onClick={() => setRegrouping(true)}>Cluster afresh</Button>}
            {(loose > 0 || !clustered) && (
              <Button
                look={chosen.size ? "plain" : "main"}
                disabled={cluster.isPending || jobs.length > 0 || !counts?.keywords}
                onClick={() => cluster.mutate(false)}
              >
                Cluster {exact(loose)}
              </Button>
            )}
            {clustered && (
              <Button look="main" disabled={!chosen.size || make.isPending} onClick={() => make.mutate(undefined)}>
                Plan {chosen.size ? plural(chosen.size, "piece") : "pieces"}
              </Button>
            )}
          </PageHead>
          {jobs.map((job) => (
            <JobLine key={job.id} job={job} projectId={projectId} />
          ))}
          {[cluster.error, make.error, pages.error].map(
            (error) => error && <ProblemNote key={error.message} error={error} />,
          )}
          {clustered && (
            <div className="flex h-[30px] items-center gap-3">
              <input
                ref={words}
                type="search"
                aria-label="Filter by words"
                placeholder="Words  /"
                maxLength={200}
                value={q}
                onChange={(event) => navigate({ search: (now) => ({ ...now, q: event.target.value }), replace: true })}
                onKeyDown={(event) => event.key === "Escape" && event.currentTarget.blur()}
                className={`${INPUT} !w-[150px]`}
              />
              <label className="flex items-center gap-2">
                <input
                  type="checkbox"
                  className="accent-pine"
                  checked={several}
                  onChange={(event) =>
                    navigate({ search: (now) => ({ ...now, several: event.target.checked }), replace: true })
                  }
                />
                Only of several keywords
              </label>
              <span role="status" className="flex-1 text-right text-ink-2">
                {chosen.size
                  ? `${exact(chosen.size)} chosen of ${exact(total)}`
                  : `${plural(total, "match", "match")} · by ${sort === "volume" ? "searches" : sort}`}
              </span>
            </div>
          )}
        </div>
        {!clustered ? (
          <Empty title="Not clustered yet">
            {counts?.keywords
              ? "Keywords whose results pages show the same results belong to one piece. Where a page was not read, wording decides."
              : "There is no keyword on this channel yet. Gather some first, and measure them: clusters rest on results pages."}
          </Empty>
        ) : total === 0 && pages.total !== undefined ? (
          <Empty
            title="No cluster matches"
            action={<Button onClick={() => navigate({ search: {} })}>Clear the filters</Button>}
          >
            No cluster holds these words.
          </Empty>
        ) : (
          <Sheet
            label="Clusters"
            columns={columns}
            total={total}
            rowAt={pages.rowAt}
            idOf={(row) => row.id}
            nameOf={(row) => row.name}
            current={current}
            onCurrent={setCurrent}
            onOpen={openAt}
            openId={search.cluster}
            chosen={chosen}
            onChoose={toggle}
            onRange={pages.show}
            sorted={{ by: sort, descending: true }}
            onSort={(by) => navigate({ search: (now) => ({ ...now, sort: by }), replace: true })}
          />
        )}
      </main>
      {search.cluster !== undefined && (
        <ClusterInspector
          projectId={projectId}
          clusterId={search.cluster}
          currency={project?.currency ?? "£"}
          onOpen={(id) => navigate({ search: (now) => ({ ...now, cluster: id }) })}
        />
      )}
      <RegroupDialog open={regrouping} onOpenChange={setRegrouping} onGo={() => cluster.mutate(true)} />
    </>
  );
}
