import { useNavigate, useSearch } from "@tanstack/react-router";
import { useCallback, useState } from "react";
import { Button } from "../parts/Button";
import { useCommand } from "../parts/commands";
import { exact, plural } from "../parts/format";
import { JobLine } from "../parts/JobLine";
import { PageHead } from "../parts/PageHead";
import { ProblemNote } from "../parts/ProblemNote";
import { useSay } from "../parts/toasts";
import { useKey } from "../parts/useKey";
import { usePlace } from "../shared/channels";
import { useOverview, useProject, useThemes } from "../shared/queries";
import { useChange } from "../shared/useChange";
import { ClusterInspector } from "./ClusterInspector";
import { ClusterSheet, type Counts } from "./ClusterSheet";
import { startClustering, takeGroups } from "./changes";
import { LookMenu } from "./LookMenu";
import { ProposalsPanel } from "./ProposalsPanel";
import { useFileGroups } from "./queries";
import { RegroupDialog } from "./RegroupDialog";
import type { ScoreBy, Whole } from "./scoreMath";
import type { ClusterSearch } from "./search";
import { ThemeInspector } from "./ThemeInspector";
import { ThemeScore } from "./ThemeScore";

/** Cluster: what one piece can serve, with sums, in a handful of themes; pieces are made from here.
 * Shown as a sheet, or as the score of all themes. */
export function ClusterPage() {
  const { projectId, channel } = usePlace();
  const search = useSearch({ from: "/p/$projectId/$channel/cluster" });
  const navigate = useNavigate({ from: "/p/$projectId/$channel/cluster" });
  const currency = useProject(projectId).data?.currency ?? "£";
  const overview = useOverview(projectId).data;
  const whole = useThemes(projectId, channel);
  const [regrouping, setRegrouping] = useState(false);
  const patch = useCallback(
    (changed: Partial<ClusterSearch>) =>
      navigate({ search: (now) => ({ ...now, ...changed }), replace: true }),
    [navigate],
  );
  const onOpen = useCallback(
    (cluster: number | undefined) =>
      navigate({ search: (now) => ({ ...now, cluster, open: undefined }) }),
    [navigate],
  );
  const openTheme = (theme: number) =>
    navigate({ search: (now) => ({ ...now, theme, open: "theme", cluster: undefined }) });
  const cluster = useChange(projectId, (how: { afresh: boolean; strictness?: number }) =>
    startClustering(projectId, channel, how.afresh, how.strictness),
  );
  const offered = useFileGroups(projectId, channel).data?.groups ?? 0;
  const say = useSay();
  const take = useChange(projectId, () => takeGroups(projectId, channel), {
    done: (out) =>
      say(
        `${plural(out.groups, "group")} used as clusters, with ${plural(out.keywords, "keyword")}.`,
        {
          undo: true,
        },
      ),
  });
  const jobs = overview?.jobs.filter((job) => job.kind === "cluster") ?? [];
  const counts = overview?.channels.find((counted) => counted.channel === channel);
  const clustered = (counts?.clusters ?? 0) > 0;
  // A key works as soon as the page is there, whether or not the overview has come.
  const keyed = clustered || overview === undefined;
  const toOther = () => patch({ view: search.view === "score" ? "sheet" : "score" });
  const propose = () =>
    navigate({
      search: (now) => ({
        ...now,
        open: now.open === "proposals" ? undefined : "proposals",
        cluster: undefined,
      }),
    });
  useKey("v", toOther, { enabled: keyed });
  useKey("p", propose, { enabled: keyed });
  const toGrid = () =>
    navigate({
      to: "/p/$projectId/$channel/grid",
      params: { projectId: String(projectId), channel },
      search: search.theme ? { theme: search.theme } : {},
    });
  useKey("c", toGrid, { enabled: keyed });
  const toFirst = () =>
    navigate({
      to: "/p/$projectId/$channel/first",
      params: { projectId: String(projectId), channel },
    });
  useKey("w", toFirst, { enabled: keyed });
  useCommand("Order of work", toFirst, { keys: "w", enabled: clustered });
  useCommand("Combinations", toGrid, { keys: "c", enabled: clustered });
  useCommand("Cluster the rest", () => cluster.mutate({ afresh: false }), {
    enabled: looseOf(counts) > 0,
  });
  useCommand("Re-cluster", () => setRegrouping(true), { enabled: clustered });
  useCommand("Table or theme map", toOther, { keys: "v", enabled: clustered });
  useCommand("Suggestions for the clusters", propose, { keys: "p", enabled: clustered });
  const about = aboutLine(counts, whole.data);
  const clusterRest = (
    <Button
      look="main"
      disabled={cluster.isPending || jobs.length > 0}
      onClick={() => cluster.mutate({ afresh: false })}
    >
      Cluster {plural(looseOf(counts), "keyword")}
    </Button>
  );
  const takeThem = offered > 0 && (
    <Button disabled={take.isPending} onClick={() => take.mutate(undefined)}>
      Use {plural(offered, "group")} from your file
    </Button>
  );
  const tools = (
    <>
      {clustered && takeThem}
      {clustered && (
        <>
          {search.view === "score" ? (
            <Button onClick={toOther}>Show as a table</Button>
          ) : (
            <LookMenu onScore={toOther} onGrid={toGrid} onFirst={toFirst} />
          )}
          <Button aria-pressed={search.open === "proposals"} onClick={propose}>
            Show suggestions
          </Button>
          <Button onClick={() => setRegrouping(true)}>Re-cluster keywords</Button>
        </>
      )}
      {clustered && looseOf(counts) > 0 && clusterRest}
    </>
  );
  const above = (
    <>
      {jobs.map((job) => (
        <JobLine key={job.id} job={job} projectId={projectId} />
      ))}
      {[cluster.error, take.error, whole.error].map(
        (error) => error && <ProblemNote key={error.message} error={error} />,
      )}
    </>
  );
  return (
    <>
      <main className="flex min-w-0 flex-1 flex-col">
        {search.view === "score" && clustered && whole.data ? (
          <>
            <div className="flex shrink-0 flex-col gap-[10px] px-[18px] pb-[10px]">
              <PageHead title="Cluster the keywords" about={about}>
                {tools}
              </PageHead>
              {above}
            </div>
            <ThemeScore
              whole={whole.data}
              by={search.by}
              switcher={<ScoreBySwitch by={search.by} onChange={(by) => patch({ by })} />}
              currency={currency}
              openCluster={search.cluster}
              onCluster={onOpen}
              onTheme={openTheme}
            />
          </>
        ) : (
          <ClusterSheet
            search={search}
            whole={whole.data}
            counts={counts}
            currency={currency}
            about={about}
            tools={tools}
            cluster={
              <span className="flex flex-wrap justify-center gap-2">
                {clusterRest}
                {takeThem}
              </span>
            }
            above={above}
            onPatch={patch}
            onOpen={onOpen}
            onTheme={() => search.theme !== undefined && openTheme(search.theme)}
            onClear={() => navigate({ search: {} })}
          />
        )}
      </main>
      {search.cluster !== undefined && (
        <ClusterInspector
          projectId={projectId}
          clusterId={search.cluster}
          whole={whole.data}
          currency={currency}
          onOpen={onOpen}
        />
      )}
      {search.open === "theme" && search.theme !== undefined && whole.data && (
        <ThemeInspector
          projectId={projectId}
          themeId={search.theme}
          whole={whole.data}
          currency={currency}
          onClose={() => patch({ open: undefined })}
          onSheet={() => patch({ view: "sheet" })}
          onCluster={onOpen}
        />
      )}
      {search.open === "proposals" && (
        <ProposalsPanel
          projectId={projectId}
          channel={channel}
          onClose={() => patch({ open: undefined })}
          onCluster={(id) => patch({ q: "", theme: undefined, cluster: id, open: undefined })}
        />
      )}
      {regrouping && (
        <RegroupDialog
          projectId={projectId}
          channel={channel}
          open={regrouping}
          onOpenChange={setRegrouping}
          onGo={(strictness) => cluster.mutate({ afresh: true, strictness })}
        />
      )}
    </>
  );
}

function ScoreBySwitch({ by, onChange }: { by: ScoreBy; onChange: (by: ScoreBy) => void }) {
  return (
    <div className="flex min-h-[30px] flex-wrap items-center gap-2">
      <span className="text-ink-2">Along each line:</span>
      {(["chance", "season"] as const).map((id) => (
        <Button key={id} aria-pressed={by === id} onClick={() => onChange(id)}>
          {id === "chance" ? "how likely page one is" : "the month of the peak"}
        </Button>
      ))}
    </div>
  );
}

const looseOf = (counts: Counts) => (counts ? counts.keywords - counts.clustered : 0);

function aboutLine(counts: Counts, whole: Whole | undefined): string {
  if (!counts) return "";
  const loose = looseOf(counts);
  const left = loose ? `, ${exact(loose)} not clustered yet` : "";
  const themes = whole?.themes.length ? ` in ${plural(whole.themes.length, "theme")}` : "";
  return `${plural(counts.clusters, "cluster")} of ${plural(counts.clustered, "keyword")}${themes}${left}`;
}
