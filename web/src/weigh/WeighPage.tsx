import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useCallback, useMemo, useRef, useState } from "react";
import { api, data, type Row } from "../api/client";
import { useCoverage, useOverview, useProject, useSheet } from "../api/queries";
import { usePlace } from "../app/channels";
import { Button } from "../parts/Button";
import { Empty } from "../parts/Empty";
import { exact, plural } from "../parts/format";
import { JobLine } from "../parts/JobLine";
import { seedWordsOf } from "../parts/keywordWords";
import { PageHead } from "../parts/PageHead";
import { ProblemNote } from "../parts/ProblemNote";
import { Sheet } from "../parts/Sheet";
import { useChosen } from "../parts/useChosen";
import { isOutOfPlay, useDeciding } from "../parts/useDeciding";
import { useKey } from "../parts/useKey";
import { useSheetKeys } from "../parts/useSheetKeys";
import { CompareDialog } from "./CompareDialog";
import { sheetColumns } from "./columns";
import { FilterLine } from "./FilterLine";
import { csvAddress, isFiltered, SHEET_DEFAULTS, type SheetAddress, type Sort, toQuery } from "./filters";
import { GapNote } from "./GapNote";
import { KeywordInspector } from "./KeywordInspector";
import { MeasureDialog } from "./MeasureDialog";
import { Tray } from "./Tray";
import { useFamilies } from "./useFamilies";
import { useTray } from "./useTray";

const RISING_FIRST: readonly Sort[] = ["text", "difficulty", "title_matches", "intent", "verdict", "position", "words"];

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
  const total = rows.total ?? 0;
  const all = useCallback(
    async () =>
      data(
        await api.GET("/api/projects/{project_id}/sheet/ids", { params: { path: { project_id: projectId }, query } }),
      ),
    [projectId, query],
  );
  const chosen = useChosen<Row>(projectId, `${projectId}/${channel}`, all);
  const tray = useTray(`${projectId}/${channel}`);
  const [measuring, setMeasuring] = useState(false);
  const [comparing, setComparing] = useState(false);
  const words = useRef<HTMLInputElement>(null);
  const counts = overview?.channels.find((one) => one.channel === channel);
  const waiting = counts ? counts.keywords - counts.measured : 0;
  const currency = project?.currency ?? "£";

  const patch = useCallback(
    (changed: SheetAddress) => navigate({ search: (now) => ({ ...now, ...changed }), replace: true }),
    [navigate],
  );
  const openAt = useCallback(
    (index: number) => {
      const row = rows.rowAt(index);
      if (row) navigate({ search: (now) => ({ ...now, row: now.row === row.id ? undefined : row.id }) });
    },
    [navigate, rows.rowAt],
  );
  const { current, setCurrent } = useSheetKeys<Row>({
    total,
    rowAt: rows.rowAt,
    onChoose: chosen.toggle,
    onOpen: openAt,
    onToggleAll: chosen.toggleAll,
  });
  const under = () => (current >= 0 ? rows.rowAt(current) : undefined);
  const deciding = useDeciding(chosen, under);
  useKey("/", () => words.current?.focus(), { sign: true });
  useKey("c", () => {
    const row = under();
    if (row) tray.toggle(row);
  });
  useKey("v", () => {
    if (current >= 0) rows.toggle(current);
  });
  useKey("m", () => setMeasuring(true));

  const columns = useMemo(
    () =>
      sheetColumns(seedWordsOf(coverage?.cells.map((one) => one.seed) ?? []), currency, {
        opened: rows.opened,
        within: rows.within,
        onToggle: rows.toggleRow,
      }),
    [coverage, currency, rows.opened, rows.within, rows.toggleRow],
  );
  const jobs = overview?.jobs.filter((job) => job.kind === "measure" || job.kind === "reweigh") ?? [];
  const many = chosen.ids.size;

  return (
    <>
      <main className="flex min-w-0 flex-1 flex-col">
        <div className="flex shrink-0 flex-col gap-[10px] px-[18px] pb-3">
          <PageHead
            title="Weigh the keywords"
            about={counts ? aboutLine(counts.measured, waiting, counts.shortlisted) : ""}
          >
            {many > 0 && (
              <>
                <Button onClick={() => deciding.turn("shortlisted")}>Shortlist {exact(many)}</Button>
                <Button onClick={deciding.drop}>Drop</Button>
              </>
            )}
            <a
              href={csvAddress(projectId, query)}
              download
              className="inline-flex h-[30px] items-center rounded-md border border-hairline bg-sheet px-3 font-semibold whitespace-nowrap hover:border-quiet"
            >
              Export {exact(total)}
            </a>
            <Button
              look={many || waiting ? "main" : "plain"}
              disabled={!many && waiting === 0}
              onClick={() => setMeasuring(true)}
            >
              {many || waiting ? `Measure ${exact(many || waiting)}` : "All measured"}
            </Button>
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
                ? `${exact(many)} chosen of ${exact(total)}`
                : rows.total === undefined
                  ? ""
                  : `${plural(total, "match", "match")} · by ${sortName(search.sort)}`
            }
          />
        </div>
        {rows.total === 0 ? (
          <Nothing filtered={isFiltered(search)} onClear={() => navigate({ search: { ...SHEET_DEFAULTS } })} />
        ) : (
          <Sheet
            label="Keywords"
            columns={columns}
            total={total}
            rowAt={rows.rowAt}
            idOf={(row) => row.id}
            nameOf={(row) => row.text}
            current={current}
            onCurrent={setCurrent}
            onOpen={openAt}
            openId={search.row}
            chosen={chosen.ids}
            onChoose={chosen.toggle}
            dimmed={isOutOfPlay}
            onRange={rows.show}
            sorted={{ by: search.sort, descending: search.descending }}
            onSort={(by) =>
              patch({ sort: by, descending: by === search.sort ? !search.descending : !RISING_FIRST.includes(by) })
            }
          />
        )}
        <Tray rows={tray.rows} onRemove={tray.remove} onClear={tray.clear} onCompare={() => setComparing(true)} />
      </main>
      {search.row !== undefined && (
        <KeywordInspector
          projectId={projectId}
          rowId={search.row}
          currency={currency}
          onClose={() => navigate({ search: (now) => ({ ...now, row: undefined }) })}
        />
      )}
      <MeasureDialog
        projectId={projectId}
        channel={channel}
        rowIds={many ? [...chosen.ids] : null}
        open={measuring}
        onOpenChange={setMeasuring}
      />
      {deciding.dialogs}
      <CompareDialog
        projectId={projectId}
        rows={tray.rows}
        currency={currency}
        open={comparing}
        onOpenChange={setComparing}
      />
    </>
  );
}

function aboutLine(measured: number, waiting: number, shortlisted: number): string {
  return [
    `${exact(measured)} measured`,
    waiting ? `${exact(waiting)} waiting` : "",
    shortlisted ? `${exact(shortlisted)} on the shortlist` : "",
  ]
    .filter(Boolean)
    .join(", ");
}

const SORT_NAMES: Partial<Record<Sort, string>> = {
  text: "keyword",
  volume: "searches",
  cpc: "cost per click",
  change: "trend",
  title_matches: "title matches",
  weak_spots: "weak spots",
};
const sortName = (sort: Sort) => SORT_NAMES[sort] ?? sort;

function Nothing({ filtered, onClear }: { filtered: boolean; onClear: () => void }) {
  const { projectId, channel } = usePlace();
  return filtered ? (
    <Empty title="No keyword matches" action={<Button onClick={onClear}>Clear the filters</Button>}>
      Every filter must hold at once. Widen a range or clear them all.
    </Empty>
  ) : (
    <Empty
      title="Nothing gathered on this channel yet"
      action={
        <Link
          to="/p/$projectId/$channel/gather"
          params={{ projectId: String(projectId), channel }}
          className="inline-flex h-[30px] items-center rounded-md bg-beam px-3 font-semibold text-on-beam"
        >
          Gather keywords
        </Link>
      }
    >
      Start from two or three seed terms; what people search for around them comes here to be weighed.
    </Empty>
  );
}
