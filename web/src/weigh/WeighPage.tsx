import { useNavigate, useSearch } from "@tanstack/react-router";
import { useCallback, useMemo, useRef, useState } from "react";
import { at } from "../api/at";
import { api, data, type Row } from "../api/client";
import { useCoverage } from "../gather/queries";
import { Button, buttonLook } from "../parts/Button";
import { useCommand } from "../parts/commands";
import { Empty } from "../parts/Empty";
import { exact } from "../parts/format";
import { JobLine } from "../parts/JobLine";
import { seedWordsOf } from "../parts/keywordWords";
import { NothingMatches } from "../parts/NothingMatches";
import { PageHead } from "../parts/PageHead";
import { ProblemNote } from "../parts/ProblemNote";
import { Sheet } from "../parts/Sheet";
import { StepLink } from "../parts/StepLink";
import { isOutOfPlay, useDeciding } from "../parts/useDeciding";
import { useGrid } from "../parts/useGrid";
import { useKey } from "../parts/useKey";
import { usePlace } from "../shared/channels";
import { useOverview, useOwnFiles, useProject } from "../shared/queries";
import { useOpenResults } from "../shared/walk";
import { sheetColumns } from "./columns";
import { FilterLine } from "./FilterLine";
import {
  csvAddress,
  isFiltered,
  pressed,
  SHEET_DEFAULTS,
  type SheetAddress,
  sortName,
  toQuery,
} from "./filters";
import { GapNote } from "./GapNote";
import { GuessMenu } from "./GuessMenu";
import { KeywordInspector } from "./KeywordInspector";
import { MeasureDialog } from "./MeasureDialog";
import { useSheet } from "./queries";
import { ReadDialog } from "./results/ReadDialog";
import { TakeMenu } from "./TakeMenu";
import { Tray } from "./Tray";
import { useFamilies } from "./useFamilies";
import { useTaking } from "./useTaking";
import { useTray } from "./useTray";
import { ViewsMenu } from "./ViewsMenu";

/** Weigh: the keyword sheet, its filters, the inspector and the tray. */
export function WeighPage() {
  const { projectId, channel } = usePlace();
  const search = useSearch({ from: "/p/$projectId/$channel/weigh" });
  const navigate = useNavigate({ from: "/p/$projectId/$channel/weigh" });
  const project = useProject(projectId).data;
  const overview = useOverview(projectId).data;
  const coverage = useCoverage(projectId, channel).data;
  const query = useMemo(() => toQuery(search, channel), [search, channel]);
  const found = useSheet(projectId, query);
  const rows = useFamilies(projectId, found, query);
  const all = useCallback(
    async () =>
      data(
        await api.GET("/api/projects/{project_id}/sheet/ids", {
          params: { ...at(projectId), query },
        }),
      ),
    [projectId, query],
  );
  const onOpen = useCallback(
    (row: number | undefined) => navigate({ search: (now) => ({ ...now, row }) }),
    [navigate],
  );
  const grid = useGrid<Row>({
    pages: rows,
    place: `${projectId}/${channel}`,
    openId: search.row,
    onOpen,
    all,
  });
  const { total } = grid;
  const tray = useTray(projectId, channel);
  const compare = () =>
    navigate({
      to: "/p/$projectId/$channel/compare",
      params: { projectId: String(projectId), channel },
      search: { ids: tray.rows.map((row) => row.id) },
    });
  const [measuring, setMeasuring] = useState(false);
  const [readingPages, setReadingPages] = useState(false);
  const words = useRef<HTMLInputElement>(null);
  const counts = overview?.channels.find((counted) => counted.channel === channel);
  const waiting = counts ? counts.keywords - counts.measured : 0;
  const currency = project?.currency ?? "£";
  const many = grid.chosen.ids.size;
  const ownFiles = useOwnFiles(projectId);

  const patch = useCallback(
    (changed: SheetAddress) =>
      navigate({ search: (now) => ({ ...now, ...changed }), replace: true }),
    [navigate],
  );
  const deciding = useDeciding(projectId, grid.chosen, grid.under);
  useKey("/", () => words.current?.focus(), { sign: true });
  useKey("c", () => {
    const row = grid.under();
    if (row) tray.toggle(row.id);
  });
  useKey("v", () => grid.current >= 0 && rows.toggle(grid.current));
  useKey("m", () => setMeasuring(true), { enabled: !ownFiles });
  const toggleColumns = () => patch({ columns: search.columns === "page" ? "usual" : "page" });
  useCommand("Show or hide results-page columns", toggleColumns);
  const openResults = useOpenResults("Weigh");
  const toResults = async () => {
    const row = grid.under();
    if (row) openResults(row.id, (await all()).ids);
  };
  useKey("r", toResults);
  useCommand("The results page of the keyword", toResults, { keys: "r", enabled: total > 0 });

  const take = useTaking(projectId, channel, search, grid.chosen);
  const waits = !ownFiles && (many > 0 || waiting > 0);
  useCommand("Measure", () => setMeasuring(true), { keys: "m", enabled: waits });
  const toRivals = () =>
    navigate({
      to: "/p/$projectId/$channel/rivals",
      params: { projectId: String(projectId), channel },
      search: {},
    });
  useCommand("Competitors on these results pages", toRivals);
  useCommand("Fetch results pages", () => setReadingPages(true), { enabled: !ownFiles });
  useCommand("Export the keywords shown", () => location.assign(csvAddress(projectId, query)));
  useCommand("Copy the selected keywords", () => take("lines"), { enabled: many > 0 });
  useCommand("Copy the selected rows as a table", () => take("tabs"), { enabled: many > 0 });
  useCommand("Compare the keywords in the tray", () => compare(), {
    enabled: tray.rows.length > 1,
  });
  const columns = useMemo(
    () =>
      sheetColumns(
        seedWordsOf(coverage?.cells.map((cell) => cell.seed) ?? []),
        currency,
        {
          opened: rows.opened,
          within: rows.within,
          onToggle: rows.toggleRow,
        },
        channel,
        search.columns,
      ),
    [coverage, currency, rows.opened, rows.within, rows.toggleRow, channel, search.columns],
  );
  const jobs =
    overview?.jobs.filter((job) => ["measure", "reweigh", "read_pages"].includes(job.kind)) ?? [];

  return (
    <>
      <main className="flex min-w-0 flex-1 flex-col">
        <div className="flex shrink-0 flex-col gap-[10px] px-[18px] pb-3">
          <PageHead
            title="Weigh the keywords"
            about={counts ? aboutLine(counts.measured, waiting, counts.shortlisted, ownFiles) : ""}
          >
            {many > 0 && (
              <>
                <Button onClick={() => deciding.turn("shortlisted")}>
                  Shortlist {exact(many)}
                </Button>
                <Button onClick={deciding.drop}>Reject {exact(many)}</Button>
              </>
            )}
            {many === 0 && (
              <ViewsMenu
                project={project}
                columns={search.columns}
                onColumns={toggleColumns}
                onRivals={toRivals}
                onTake={patch}
              />
            )}
            {many > 0 && !ownFiles && (
              <Button onClick={() => setReadingPages(true)}>Fetch results pages</Button>
            )}
            {many > 0 && <GuessMenu projectId={projectId} rowIds={[...grid.chosen.ids]} />}
            {many > 0 ? (
              <TakeMenu many={many} onTake={take} />
            ) : (
              <a href={csvAddress(projectId, query)} download className={buttonLook("plain")}>
                Export {rows.total === undefined ? "" : exact(total)}
              </a>
            )}
            {!ownFiles && (many > 0 || waiting > 0) && (
              <Button look="main" onClick={() => setMeasuring(true)}>
                Measure {exact(many || waiting)}
              </Button>
            )}
          </PageHead>
          {jobs.map((job) => (
            <JobLine key={job.id} job={job} projectId={projectId} />
          ))}
          {rows.error && <ProblemNote error={rows.error} />}
          {!jobs.length && waiting > 0 && <GapNote projectId={projectId} channel={channel} />}
          <FilterLine
            search={search}
            onChange={patch}
            wordsRef={words}
            told={
              many
                ? `${exact(many)} selected of ${exact(total)}`
                : rows.total === undefined
                  ? ""
                  : `${exact(total)} found · sorted by ${sortName(search.sort)}`
            }
          />
        </div>
        {rows.total === 0 ? (
          <Nothing
            filtered={isFiltered(search)}
            onClear={() => navigate({ search: { ...SHEET_DEFAULTS } })}
          />
        ) : (
          <Sheet
            label="Keywords"
            columns={columns}
            grid={grid}
            nameOf={(row) => row.text}
            dimmed={isOutOfPlay}
            sorted={{ by: search.sort, descending: search.descending }}
            onSort={(by) => patch(pressed(search, by))}
          />
        )}
        <Tray
          rows={tray.rows}
          onRemove={tray.remove}
          onClear={tray.clear}
          onCompare={() => compare()}
        />
      </main>
      {search.row !== undefined && (
        <KeywordInspector
          projectId={projectId}
          rowId={search.row}
          currency={currency}
          onResults={async (id) => openResults(id, (await all()).ids)}
          onClose={() => navigate({ search: (now) => ({ ...now, row: undefined }) })}
        />
      )}
      {readingPages && (
        <ReadDialog
          projectId={projectId}
          channel={channel}
          rowIds={many ? [...grid.chosen.ids] : null}
          open
          onOpenChange={setReadingPages}
        />
      )}
      <MeasureDialog
        projectId={projectId}
        channel={channel}
        rowIds={many ? [...grid.chosen.ids] : null}
        open={measuring}
        onOpenChange={setMeasuring}
      />
      {deciding.dialogs}
    </>
  );
}

function aboutLine(
  measured: number,
  waiting: number,
  shortlisted: number,
  ownFiles: boolean,
): string {
  return [
    `${exact(measured)} ${ownFiles ? "weighed" : "measured"}`,
    waiting ? `${exact(waiting)} not measured` : "",
    shortlisted ? `${exact(shortlisted)} on the shortlist` : "",
  ]
    .filter(Boolean)
    .join(", ");
}

function Nothing({ filtered, onClear }: { filtered: boolean; onClear: () => void }) {
  return filtered ? (
    <NothingMatches what="keyword" onClear={onClear} />
  ) : (
    <Empty
      title="Nothing gathered on this channel yet"
      action={<StepLink to="gather">Gather keywords</StepLink>}
    >
      Start with two or three seed terms. The keywords you gather appear here.
    </Empty>
  );
}
