import { useNavigate, useSearch } from "@tanstack/react-router";
import { Tabs } from "radix-ui";
import { useCallback, useState } from "react";
import type { Channel } from "../api/client";
import { Button } from "../parts/Button";
import { useCommand } from "../parts/commands";
import { exact, plural } from "../parts/format";
import { Inspector } from "../parts/Inspector";
import { JobLine } from "../parts/JobLine";
import { PageHead } from "../parts/PageHead";
import { useKept } from "../parts/useKept";
import { CHANNELS, usePlace } from "../shared/channels";
import { useOverview, useOwnFiles, useProject } from "../shared/queries";
import { isOpen } from "../shared/startedJobs";
import { CombineDialog } from "./combiner/CombineDialog";
import { ImportDialog } from "./files/ImportDialog";
import { RulesTab } from "./rules/RulesTab";
import { dugInto, type GatherSearch, TABS } from "./search";
import { ArrivalInspector } from "./stream/ArrivalInspector";
import { StreamTab } from "./stream/StreamTab";
import { CoverageMap } from "./ways/CoverageMap";
import { RunsList } from "./ways/RunsList";
import { addSeed, emptyRun, type Run, readRun } from "./ways/run";
import { SeedForm } from "./ways/SeedForm";

const BRINGING = ["gather", "import", "combine"];
const TAB =
  "h-[32px] border-b-2 border-transparent px-1 text-ink-2 hover:text-ink " +
  "data-[state=active]:border-persimmon data-[state=active]:font-semibold " +
  "data-[state=active]:text-ink";

/** Gather: the ways in, the stream of what arrives, the map of what was covered, what is left
 * out; the runs at the right. */
export function GatherPage() {
  const { projectId, channel } = usePlace();
  const search = useSearch({ from: "/p/$projectId/$channel/gather" });
  const navigate = useNavigate({ from: "/p/$projectId/$channel/gather" });
  const overview = useOverview(projectId).data;
  const project = useProject(projectId).data;
  const ownFiles = useOwnFiles(projectId);
  const [run, setRun] = useKept<Run>(
    `bunraku.run.${projectId}.${channel}`,
    emptyRun(channel),
    readRun,
  );
  const [combining, setCombining] = useState(false);
  const counts = overview?.channels.find((counted) => counted.channel === channel);
  const jobs = overview?.jobs.filter((job) => [...BRINGING, "tidy"].includes(job.kind)) ?? [];
  const patch = useCallback(
    (changed: Partial<GatherSearch>, replace = true) =>
      navigate({ search: (now) => ({ ...now, ...changed }), replace }),
    [navigate],
  );
  const bring = (open: boolean) => patch({ bring: open });
  /** Make a keyword the next seed, and note how one got there. */
  const goDeeper = useCallback(
    (keyword: string, from: string) => {
      setRun({ ...run, seeds: keyword });
      navigate({
        search: (now) => ({ ...now, trail: dugInto(now.trail, from, keyword), row: undefined }),
      });
      document.getElementById("seeds")?.focus();
    },
    [navigate, run, setRun],
  );
  useCommand("Combine words", () => setCombining(true));
  useCommand("Import a list or a file", () => bring(true));
  const goBack = (place: number) => {
    setRun({ ...run, seeds: search.trail[place] ?? "" });
    patch({ trail: search.trail.slice(0, place + 1) }, false);
  };
  const fill = (seeds: readonly string[], ways: Run["ways"], on: Channel) =>
    setRun({ ...run, seeds: seeds.reduce(addSeed, ""), ways, channels: [on] });
  const leftOut = overview?.channels.reduce((sum, counted) => sum + counted.left_out, 0);
  const names: Record<(typeof TABS)[number], string> = {
    stream: `Stream ${counts ? exact(counts.keywords) : ""}`,
    covered: "Coverage",
    rules: `Rules ${leftOut === undefined ? "" : exact(leftOut)}`,
  };
  return (
    <>
      <main className="flex min-w-0 flex-1 flex-col">
        <div className="flex shrink-0 flex-col gap-[10px] px-[18px] pb-2">
          <PageHead
            title="Gather keywords"
            about={overview ? aboutLine(overview.channels, ownFiles) : ""}
          >
            <Button onClick={() => setCombining(true)}>Combine words</Button>
            <Button onClick={() => bring(true)}>Import a list</Button>
          </PageHead>
          <SeedForm
            projectId={projectId}
            language={project?.language ?? "en"}
            places={project?.places ?? []}
            ownFiles={ownFiles}
            fresh={overview && !overview.channels.some((c) => c.keywords > 0)}
            run={run}
            onRun={setRun}
            trail={search.trail}
            onBack={goBack}
            onLeaveTrail={() => patch({ trail: [] })}
            onStarted={() =>
              patch({ tab: "stream", state: "new", job: 0, way: "", q: "", sort: "arrival" })
            }
          />
          {jobs.map((job) => (
            <JobLine key={job.id} job={job} projectId={projectId} />
          ))}
        </div>
        <Tabs.Root
          value={search.tab}
          onValueChange={(tab) => patch({ tab: tab as GatherSearch["tab"] }, false)}
          className="flex min-h-[260px] flex-1 flex-col"
        >
          <Tabs.List
            aria-label="Gathered keywords"
            className="flex shrink-0 gap-5 border-b border-hairline px-[18px]"
          >
            {TABS.filter((id) => !ownFiles || id !== "covered").map((id) => (
              <Tabs.Trigger key={id} value={id} className={TAB}>
                {names[id]}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <Tabs.Content
            value="stream"
            tabIndex={-1}
            className="flex min-h-0 flex-1 flex-col outline-none"
          >
            <StreamTab
              projectId={projectId}
              channel={channel}
              search={search}
              live={jobs.some((job) => BRINGING.includes(job.kind) && isOpen(job))}
              gathered={counts?.keywords}
              onImport={() => bring(true)}
              onSearch={patch}
              onSeed={ownFiles ? undefined : goDeeper}
            />
          </Tabs.Content>
          <Tabs.Content
            value="covered"
            tabIndex={-1}
            className="min-h-0 flex-1 overflow-auto bg-sheet outline-none"
          >
            <CoverageMap projectId={projectId} channel={channel} onFill={fill} />
          </Tabs.Content>
          <Tabs.Content
            value="rules"
            tabIndex={-1}
            className="min-h-0 flex-1 overflow-auto bg-sheet outline-none"
          >
            <RulesTab
              projectId={projectId}
              language={project?.language ?? "en"}
              onShow={() => patch({ tab: "stream", state: "left_out" })}
            />
          </Tabs.Content>
        </Tabs.Root>
      </main>
      {search.row !== undefined && search.tab === "stream" ? (
        <ArrivalInspector
          projectId={projectId}
          rowId={search.row}
          onClose={() => patch({ row: undefined })}
          onRun={(job) => patch({ job, state: "all", way: "" }, false)}
          onSeed={ownFiles ? undefined : goDeeper}
        />
      ) : (
        <Inspector label="Runs">
          <RunsList
            projectId={projectId}
            channel={channel}
            shown={search.job}
            onShow={(job) => patch({ tab: "stream", job, state: "all", way: "" }, false)}
          />
        </Inspector>
      )}
      <CombineDialog
        projectId={projectId}
        channel={channel}
        places={project?.places ?? []}
        open={combining}
        onOpenChange={setCombining}
      />
      <ImportDialog
        projectId={projectId}
        channel={channel}
        open={search.bring}
        onOpenChange={bring}
      />
    </>
  );
}

function aboutLine(
  channels: readonly { channel: string; keywords: number }[],
  ownFiles: boolean,
): string {
  const total = channels.reduce((sum, counted) => sum + counted.keywords, 0);
  if (!total)
    return ownFiles
      ? "Import a list, or type what people search for"
      : "Start with two or three words that people would search for";
  const told = CHANNELS.map((channel) => ({
    ...channel,
    keywords: channels.find((c) => c.channel === channel.id)?.keywords ?? 0,
  }))
    .filter((channel) => channel.keywords)
    .map((channel) => `${exact(channel.keywords)} ${channel.id}`);
  return `${plural(total, "keyword")} active: ${told.join(", ")}`;
}
