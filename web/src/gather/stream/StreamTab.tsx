import { useCallback, useEffect, useMemo, useRef } from "react";
import { at } from "../../api/at";
import { api, type Channel, data, type Schemas } from "../../api/client";
import { Button } from "../../parts/Button";
import { useCommand } from "../../parts/commands";
import { Empty } from "../../parts/Empty";
import { exact, plural } from "../../parts/format";
import { ProblemNote } from "../../parts/ProblemNote";
import { Sheet } from "../../parts/Sheet";
import { StepLink } from "../../parts/StepLink";
import { isOutOfPlay, useDeciding } from "../../parts/useDeciding";
import { useGrid } from "../../parts/useGrid";
import { useKey } from "../../parts/useKey";
import { useOpenResults } from "../../shared/walk";
import { useStream } from "../queries";
import { type GatherSearch, toStreamQuery } from "../search";
import { StreamFilters } from "./StreamFilters";
import { streamColumns } from "./streamColumns";

type Arrival = Schemas["ArrivalOut"];
type Props = {
  projectId: number;
  channel: Channel;
  search: GatherSearch;
  live: boolean;
  /** Active keywords on this channel. */
  gathered: number | undefined;
  onImport: () => void;
  onSearch: (changed: Partial<GatherSearch>, replace?: boolean) => void;
  /** None where no source is asked for anything. */
  onSeed: ((keyword: string, from: string) => void) | undefined;
};

/** The stream of what arrived: decided on with the keyboard, dug into, the latest first or by
 * relevance. */
export function StreamTab(props: Props) {
  const { projectId, channel, search, live, onSearch, onSeed } = props;
  const query = useMemo(() => toStreamQuery(search, channel), [search, channel]);
  const rows = useStream(projectId, query, live);
  const all = useCallback(
    async () =>
      data(
        await api.GET("/api/projects/{project_id}/gather/stream/ids", {
          params: { ...at(projectId), query },
        }),
      ),
    [projectId, query],
  );
  const onOpen = useCallback((row: number | undefined) => onSearch({ row }, false), [onSearch]);
  const grid = useGrid<Arrival>({
    pages: rows,
    place: `${projectId}/${channel}`,
    openId: search.row,
    onOpen,
    all,
  });
  const { setCurrent } = grid;
  const words = useRef<HTMLInputElement>(null);
  const list = `${channel}|${search.state}|${search.job}|${search.way}|${search.q}|${search.sort}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: in another list one begins at its top
  useEffect(() => setCurrent(-1), [list]);
  const deciding = useDeciding(projectId, grid.chosen, grid.under);
  useKey("d", () => {
    const row = grid.under();
    if (row) onSeed?.(row.text, row.seed);
  });
  const openResults = useOpenResults("Gather");
  const toResults = async () => {
    const row = grid.under();
    if (row) openResults(row.id, (await all()).ids);
  };
  useKey("r", toResults);
  useCommand("The results page of the keyword", toResults, { keys: "r", enabled: grid.total > 0 });
  const columns = useMemo(() => streamColumns(onSeed), [onSeed]);
  const many = grid.chosen.ids.size;
  return (
    <>
      <div className="flex shrink-0 flex-col gap-2 px-[18px] py-2">
        <StreamFilters
          search={search}
          onSearch={onSearch}
          wordsRef={words}
          told={
            many
              ? `${exact(many)} selected of ${exact(grid.total)}`
              : rows.total === undefined
                ? ""
                : plural(grid.total, "keyword")
          }
        >
          {many > 0 && (
            <>
              <Button onClick={() => deciding.turn("kept")}>Keep {exact(many)}</Button>
              <Button onClick={deciding.park}>Park {exact(many)}</Button>
              <Button onClick={deciding.drop}>Reject {exact(many)}</Button>
            </>
          )}
        </StreamFilters>
        {rows.error && <ProblemNote error={rows.error} />}
      </div>
      {rows.total === 0 ? (
        <Nothing {...props} />
      ) : (
        <Sheet
          label="Arrivals"
          columns={columns}
          grid={grid}
          nameOf={(row) => row.text}
          dimmed={isOutOfPlay}
        />
      )}
      {deciding.dialogs}
    </>
  );
}

function Nothing({
  live,
  gathered,
  search,
  onSearch,
  onImport,
}: Pick<Props, "live" | "gathered" | "search" | "onSearch" | "onImport">) {
  const filtered =
    search.q !== "" || search.job !== 0 || search.way !== "" || search.state !== "new";
  if (live)
    return (
      <Empty title="The first keywords are on their way" action={null}>
        They appear here as they arrive.
      </Empty>
    );
  if (gathered === 0 && !filtered)
    return (
      <Empty
        title="No keywords yet"
        action={
          <Button look="main" onClick={onImport}>
            Import a list
          </Button>
        }
      >
        Type in the box above, or import a list.
      </Empty>
    );
  return filtered ? (
    <Empty
      title="No keyword matches"
      action={
        <Button onClick={() => onSearch({ q: "", job: 0, way: "", state: "new" })}>
          Show what is undecided
        </Button>
      }
    >
      No keyword matches this state, run, method and text.
    </Empty>
  ) : (
    <Empty
      title="Nothing left to decide"
      action={
        <StepLink to="weigh">
          {gathered ? `Weigh ${plural(gathered, "keyword")}` : "Weigh keywords"}
        </StepLink>
      }
    >
      New keywords stay here until you decide on them.
    </Empty>
  );
}
