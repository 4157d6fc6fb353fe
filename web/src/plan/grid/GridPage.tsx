import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useMemo, useState } from "react";
import { at as path } from "../../api/at";
import { api, data } from "../../api/client";
import { Button, buttonLook } from "../../parts/Button";
import { useCommand } from "../../parts/commands";
import { Empty } from "../../parts/Empty";
import { INPUT } from "../../parts/Field";
import { count, likely, lookups, money, plural } from "../../parts/format";
import { PageHead } from "../../parts/PageHead";
import { ProblemNote } from "../../parts/ProblemNote";
import { Select } from "../../parts/Select";
import { SkeletonTable } from "../../parts/Skeleton";
import { StepLink } from "../../parts/StepLink";
import { useSay } from "../../parts/toasts";
import { useKey } from "../../parts/useKey";
import { usePlace } from "../../shared/channels";
import { useProject, useThemes } from "../../shared/queries";
import { useChange } from "../../shared/useChange";
import { useOpenResults } from "../../shared/walk";
import { cellsBy, type Grid, type GridCell, inOrder, shadeOf, sumWords } from "./gridMath";
import { gatherTexts } from "./queries";

/** The grid of combinations: base terms by places and modifiers. What is searched is dark, what is
 * served has a diamond, what is missing can be gathered. */
export function GridPage() {
  const { projectId, channel } = usePlace();
  const search = useSearch({ from: "/p/$projectId/$channel/grid" });
  const navigate = useNavigate({ from: "/p/$projectId/$channel/grid" });
  const currency = useProject(projectId).data?.currency ?? "£";
  const themes = useThemes(projectId, channel).data?.themes ?? [];
  const found = useQuery({
    queryKey: ["grid", projectId, channel, search.theme],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/grid", {
          params: { ...path(projectId), query: { channel, theme: search.theme } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
  const told = found.data;
  const say = useSay();
  const gather = useChange(
    projectId,
    (texts: readonly string[]) => gatherTexts(projectId, channel, texts),
    {
      done: (_, texts) => say(`${plural(texts.length, "combination")} gathered.`, { undo: true }),
      failed: (problem) => say(problem.message, { bad: true }),
    },
  );
  const query = search.theme === undefined ? "" : `&theme=${search.theme}`;
  return (
    <main className="flex min-w-0 flex-1 flex-col">
      <div className="flex shrink-0 flex-col gap-[10px] px-[18px] pb-3">
        <PageHead title="Combinations" about={told ? sumWords(told) : ""}>
          <a
            href={`/api/projects/${projectId}/grid.xlsx?channel=${channel}${query}`}
            download
            className={buttonLook("plain")}
          >
            Export as XLSX
          </a>
          <Link
            to="/p/$projectId/$channel/cluster"
            params={{ projectId: String(projectId), channel }}
            search={search.theme === undefined ? {} : { theme: search.theme }}
            className={buttonLook("plain")}
          >
            Its clusters
          </Link>
        </PageHead>
        {found.error && <ProblemNote error={found.error} />}
        <div className="flex min-h-[30px] flex-wrap items-center gap-3">
          <Select
            label="Theme"
            value={search.theme ?? ""}
            onChange={(value) =>
              navigate({ search: { theme: value === "" ? undefined : Number(value) } })
            }
            className={`${INPUT} !w-[220px]`}
          >
            <option value="">All themes</option>
            {themes.map((theme) => (
              <option key={theme.id} value={theme.id}>
                {theme.name}
              </option>
            ))}
          </Select>
          <span className="min-w-0 flex-1 truncate text-right text-quiet">
            arrows walk, Enter opens what is there, g gathers what is missing
          </span>
        </div>
      </div>
      {told && !told.rows.length ? (
        <Empty
          title="No combinations yet"
          action={<StepLink to="gather">Gather keywords</StepLink>}
        >
          Combinations come from the terms, modifiers and places in your keywords. Gather more for
          this theme.
        </Empty>
      ) : !told ? (
        !found.error && <SkeletonTable />
      ) : (
        <Table
          key={search.theme}
          told={told}
          currency={currency}
          busy={gather.isPending}
          onGather={(texts) => !gather.isPending && gather.mutate(texts)}
        />
      )}
    </main>
  );
}

function Table({
  told,
  currency,
  busy,
  onGather,
}: {
  told: Grid;
  currency: string;
  busy: boolean;
  onGather: (texts: readonly string[]) => void;
}) {
  const { projectId, channel } = usePlace();
  const navigate = useNavigate();
  const openResults = useOpenResults("the combinations");
  const cells = useMemo(() => cellsBy(told), [told]);
  const rows = useMemo(() => inOrder(told), [told]);
  const most = Math.max(0, ...told.cells.map((cell) => cell.volume ?? 0));
  const columns = [-1, ...told.columns.map((_, column) => column)];
  const [at, setAt] = useState<{ r: number; c: number }>({ r: 0, c: 0 });
  const row = rows[at.r] ?? 0;
  const column = columns[at.c] ?? -1;
  const here = cells.cell(row, column);
  const lacks = cells.missing(row, column);
  const inRow = told.missing.filter((one) => one.row === row);
  const move = (r: number, c: number) =>
    setAt((now) => ({
      r: Math.max(0, Math.min(rows.length - 1, now.r + r)),
      c: Math.max(0, Math.min(columns.length - 1, now.c + c)),
    }));
  const open = (cell: GridCell | undefined) =>
    cell &&
    openResults(
      cell.id,
      told.cells.map((each) => each.id),
    );
  useKey("up, k", () => move(-1, 0));
  useKey("down, j", () => move(1, 0));
  useKey("left, h", () => move(0, -1));
  useKey("right, l", () => move(0, 1));
  useKey("enter", () => open(here));
  useKey("g", () => lacks && onGather([lacks.text]));
  const gatherRow = () => inRow.length && onGather(inRow.map((one) => one.text));
  useKey("shift+g", gatherRow);
  useCommand("Gather what is missing here", () => lacks && onGather([lacks.text]), {
    keys: "g",
    enabled: !!lacks,
  });
  useCommand("Gather all that is missing in this row", gatherRow, {
    keys: "G",
    enabled: inRow.length > 0,
  });
  return (
    <>
      <div className="flex min-h-[34px] shrink-0 flex-wrap items-center gap-4 border-t border-hairline bg-sheet px-[18px]">
        <span role="status" className="min-w-0 flex-1 truncate">
          {here ? (
            <HereWords cell={here} currency={currency} />
          ) : lacks ? (
            <>
              <strong>{lacks.text}</strong>{" "}
              <span className="text-ink-2">
                has not been gathered
                {told.price_each > 0 && `; measuring it costs up to ${lookups(told.price_each)}`}
              </span>
            </>
          ) : (
            <span className="text-quiet">Already gathered: excluded or in another cluster.</span>
          )}
        </span>
        {here?.piece && (
          <Button
            onClick={() =>
              navigate({
                to: "/p/$projectId/$channel/plan",
                params: { projectId: String(projectId), channel },
                search: { piece: here.piece ?? undefined },
              })
            }
          >
            Its piece
          </Button>
        )}
        {lacks && (
          <Button disabled={busy} onClick={() => onGather([lacks.text])}>
            Gather it
          </Button>
        )}
        {inRow.length > 1 && (
          <Button disabled={busy} onClick={gatherRow}>
            Gather {inRow.length} in this row
          </Button>
        )}
      </div>
      <div className="min-h-0 flex-1 overflow-auto border-t border-hairline bg-sheet">
        <table className="border-separate border-spacing-[2px] pr-4">
          <thead>
            <tr>
              <th
                scope="col"
                className="sticky top-0 left-0 z-20 min-w-[200px] bg-sheet px-[18px] text-left
                  text-xs font-normal text-quiet"
              >
                {told.places > 0 ? "Base term; places first" : "Base term"}
              </th>
              {columns.map((c) => (
                <th
                  key={c}
                  scope="col"
                  className={`sticky top-0 z-10 h-[92px] min-w-[52px] bg-sheet align-bottom text-xs
                    font-normal ${c >= 0 && c < told.places ? "text-ink" : "text-quiet"}`}
                >
                  <span
                    className="mx-auto block max-h-[86px] rotate-180 overflow-hidden text-left
                      text-ellipsis whitespace-nowrap [writing-mode:vertical-rl]"
                    title={c < 0 ? "The base term alone" : told.columns[c]}
                  >
                    {c < 0 ? "alone" : told.columns[c]}
                  </span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((r, place) => (
              <tr key={r}>
                <th
                  scope="row"
                  className="sticky left-0 z-10 max-w-[240px] truncate bg-sheet px-[18px] text-left
                    font-semibold"
                  title={told.rows[r]}
                >
                  {told.rows[r]}
                </th>
                {columns.map((c, across) => (
                  <Square
                    key={c}
                    cell={cells.cell(r, c)}
                    missing={cells.missing(r, c)?.text}
                    shade={shadeOf(cells.cell(r, c)?.volume ?? null, most)}
                    current={place === at.r && across === at.c}
                    onChoose={() => setAt({ r: place, c: across })}
                    onOpen={() => open(cells.cell(r, c))}
                  />
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        <p className="px-[18px] py-3 text-xs text-quiet">
          Darker: more searches. ◆ covered. + not gathered. Questions and comparisons get their own
          pieces, so they are not shown.
        </p>
      </div>
    </>
  );
}

function HereWords({ cell, currency }: { cell: GridCell; currency: string }) {
  const told = [
    cell.volume === null ? "searches not known" : `${count(cell.volume)} searches a month`,
    cell.chance === null ? "" : `${likely(cell.chance)} for page one`,
    cell.worth === null ? "" : `${money(cell.worth, currency)} a month`,
    cell.piece ? `covered by “${cell.piece_title}”` : "not covered",
  ].filter(Boolean);
  return (
    <>
      <strong>{cell.text}</strong> <span className="text-ink-2">{told.join(", ")}</span>
    </>
  );
}

function Square({
  cell,
  missing,
  shade,
  current,
  onChoose,
  onOpen,
}: {
  cell: GridCell | undefined;
  missing: string | undefined;
  shade: number;
  current: boolean;
  onChoose: () => void;
  onOpen: () => void;
}) {
  const label = cell
    ? `${cell.text}: ${cell.volume === null ? "searches not known" : count(cell.volume)}` +
      `${cell.piece ? ", covered" : ", not covered"}`
    : missing
      ? `${missing}: not gathered`
      : "not here";
  return (
    <td className="p-0">
      <button
        type="button"
        tabIndex={-1}
        aria-label={label}
        title={label}
        onClick={onChoose}
        onDoubleClick={onOpen}
        className={`relative flex h-[30px] w-full min-w-[50px] items-center justify-center text-xs
          ${current ? "outline-2 -outline-offset-1 outline-persimmon" : ""}
          ${cell ? (cell.volume === null ? "hatched" : "") : "bg-paper text-quiet"}`}
      >
        {shade > 0 && (
          <span
            aria-hidden="true"
            className="absolute inset-0 bg-indigo"
            style={{ opacity: shade * 0.55 }}
          />
        )}
        <span className="relative">
          {cell ? (cell.volume === null ? "" : count(cell.volume)) : missing ? "+" : ""}
          {cell?.piece && <span className="text-2xs"> ◆</span>}
        </span>
      </button>
    </td>
  );
}
