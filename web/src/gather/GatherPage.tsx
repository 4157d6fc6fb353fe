import { useState } from "react";
import type { Channel, Schemas } from "../api/client";
import { useCoverage, useOverview } from "../api/queries";
import { CHANNELS, usePlace } from "../app/channels";
import { exact, plural } from "../parts/format";
import { Inspector } from "../parts/Inspector";
import { JobLine } from "../parts/JobLine";
import { PageHead } from "../parts/PageHead";
import { Arrivals } from "./Arrivals";
import { CoverageMap } from "./CoverageMap";
import { RunsList } from "./RunsList";
import { SeedForm } from "./SeedForm";

export type Run = Schemas["RunIn"];
const ALL_WAYS: Run["ways"] = ["box", "questions", "related"];

/** Gather: seeds in, what was covered, what arrived; the runs at the right. */
export function GatherPage() {
  const { projectId, channel } = usePlace();
  const overview = useOverview(projectId).data;
  const coverage = useCoverage(projectId);
  const [run, setRun] = useState<Run>({ seeds: "", channels: [channel], ways: ALL_WAYS });
  const jobs = overview?.jobs.filter((job) => job.kind === "gather") ?? [];
  const total = overview?.channels.reduce((sum, one) => sum + one.keywords, 0) ?? 0;
  const told = CHANNELS.map((one) => ({
    ...one,
    keywords: overview?.channels.find((c) => c.channel === one.id)?.keywords ?? 0,
  }))
    .filter((one) => one.keywords)
    .map((one) => `${exact(one.keywords)} ${one.id}`)
    .join(", ");
  /** Take a part of the map that was not covered, or an arrival, into the form. */
  const ask = (seed: string, on: Channel, ways: Run["ways"] = ALL_WAYS) =>
    setRun((now) => ({
      seeds: addSeed(now.seeds, seed),
      channels: now.channels.includes(on) ? now.channels : [...now.channels, on],
      ways: [...new Set([...now.ways, ...ways])],
    }));
  return (
    <>
      <main className="flex min-w-0 flex-1 flex-col overflow-auto">
        <div className="flex flex-col gap-[10px] px-[18px] pb-4">
          <PageHead
            title="Gather keywords"
            about={
              total
                ? `${plural(total, "keyword")}: ${told}`
                : "Begin with two or three words that people would search for"
            }
          />
          <SeedForm projectId={projectId} run={run} onRun={setRun} />
          {jobs.map((job) => (
            <JobLine key={job.id} job={job} projectId={projectId} />
          ))}
        </div>
        {coverage.data && coverage.data.brought.length > 0 && (
          <div className="grid min-h-[300px] flex-1 grid-cols-[minmax(0,3fr)_minmax(240px,2fr)] border-t border-hairline bg-sheet">
            <CoverageMap brought={coverage.data.brought} onAsk={ask} />
            <Arrivals
              arrivals={coverage.data.arrivals}
              seeds={coverage.data.brought.map((one) => one.seed)}
              onDig={(text, on) => ask(text, on)}
            />
          </div>
        )}
      </main>
      <Inspector label="Runs">
        <RunsList projectId={projectId} />
      </Inspector>
    </>
  );
}

function addSeed(typed: string, seed: string): string {
  const there = typed.split(/[,;\n]/).map((one) => one.trim().toLowerCase());
  if (there.includes(seed.toLowerCase())) return typed;
  return typed.trim() ? `${typed.trim().replace(/[,;]$/, "")}, ${seed}` : seed;
}
