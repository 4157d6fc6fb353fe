import { useState } from "react";
import { Problem, type Schemas } from "../api/client";
import { Awaited, Stale } from "../parts/Awaited";
import { Block } from "../parts/Block";
import { Button } from "../parts/Button";
import { Checkbox } from "../parts/Checkbox";
import { INPUT } from "../parts/Field";
import { count, money, plural, sumOf } from "../parts/format";
import { Inspector } from "../parts/Inspector";
import { ProblemNote } from "../parts/ProblemNote";
import { SavedField } from "../parts/SavedField";
import { Select } from "../parts/Select";
import { useSay } from "../parts/toasts";
import { useKey } from "../parts/useKey";
import { useChange } from "../shared/useChange";
import { useOpenResults } from "../shared/walk";
import { GuessMenu } from "../weigh/GuessMenu";
import { changeCluster, moveKeywords, putIntoTheme, renameCluster } from "./changes";
import { dragRows } from "./dragging";
import { MoveDialog } from "./MoveDialog";
import { PrioritySelect } from "./PrioritySelect";
import { useCluster } from "./queries";
import type { Whole } from "./scoreMath";

type Detail = Schemas["ClusterDetailOut"];

/** One cluster: its name, its sums, and for each member why it belongs; rename it, move keywords
 * out of it. */
export function ClusterInspector({
  projectId,
  clusterId,
  whole,
  currency,
  onOpen,
}: {
  projectId: number;
  clusterId: number;
  whole: Whole | undefined;
  currency: string;
  onOpen: (id: number | undefined) => void;
}) {
  const found = useCluster(projectId, clusterId);
  const gone = found.error instanceof Problem && found.error.status === 404;
  return (
    <Inspector label="Cluster" onClose={() => onOpen(undefined)}>
      {gone ? (
        <p className="text-ink-2">This cluster no longer exists; its keywords are now in others.</p>
      ) : (
        <Awaited of={found}>
          {(cluster) => (
            <Stale of={found}>
              <Told
                key={cluster.id}
                cluster={cluster}
                projectId={projectId}
                whole={whole}
                currency={currency}
              />
            </Stale>
          )}
        </Awaited>
      )}
    </Inspector>
  );
}

function Told({
  cluster,
  projectId,
  whole,
  currency,
}: {
  cluster: Detail;
  projectId: number;
  whole: Whole | undefined;
  currency: string;
}) {
  const [moving, setMoving] = useState<readonly number[]>([]);
  const [ticked, setTicked] = useState<ReadonlySet<number>>(new Set());
  const rows = cluster.members.map((member) => member.row);
  const named = (ids: readonly number[]) =>
    ids.length === 1
      ? `“${rows.find((row) => row.id === ids[0])?.text ?? ""}”`
      : plural(ids.length, "keyword");
  const say = useSay();
  const move = useChange(
    projectId,
    (to: number | null) => moveKeywords(projectId, [...moving], to),
    {
      done: (out) => {
        say(`Moved ${named(moving)} to “${out.name}”. Re-clustering keeps it there.`, {
          undo: true,
        });
        setMoving([]);
        setTicked(new Set());
      },
    },
  );
  const change = useChange(projectId, (body: Schemas["ClusterChange"]) =>
    changeCluster(projectId, cluster.id, body),
  );
  const put = useChange(projectId, (to: number | null) =>
    putIntoTheme(projectId, [cluster.id], to),
  );
  const problem = change.error ?? put.error;
  const openResults = useOpenResults(`“${cluster.name}”`);
  const toResults = (id: number) =>
    openResults(
      id,
      rows.map((row) => row.id),
    );
  useKey("r", () => rows[0] && toResults(rows[0].id));
  const searches = sumOf(rows.map((row) => row.volume));
  const worth = sumOf(rows.map((row) => row.worth));
  const together = [
    searches === null ? "" : `${count(searches)} searches`,
    worth === null ? "" : `${money(worth, currency)} a month`,
  ].filter(Boolean);
  return (
    <>
      <Name cluster={cluster} projectId={projectId} />
      <p className="pt-1 pb-3 text-ink-2">
        <strong className="text-ink">{plural(rows.length, "keyword")}.</strong>{" "}
        {rows.length > 1
          ? `One piece can cover them all${
              together.length ? `: ${together.join(" and ")} together` : ""
            }.`
          : "On its own."}
      </p>
      {problem && <ProblemNote error={problem} />}
      <Said
        cluster={cluster}
        whole={whole}
        onChange={(body) => change.mutate(body)}
        onTheme={(to) => put.mutate(to)}
      />
      <div className="py-3">
        <GuessMenu projectId={projectId} rowIds={rows.map((row) => row.id)} />
      </div>
      {ticked.size > 0 && (
        <div className="flex gap-2 pb-2">
          <Button onClick={() => setMoving([...ticked])}>
            Move {plural(ticked.size, "keyword")}
          </Button>
          <Button look="bare" onClick={() => setTicked(new Set())}>
            Untick
          </Button>
        </div>
      )}
      <Block title="Keywords and why they belong" aside="searches">
        <ul>
          {cluster.members.map(({ row, why, pinned }) => (
            <li
              key={row.id}
              draggable
              onDragStart={(event) => dragRows(event, ticked.has(row.id) ? [...ticked] : [row.id])}
              className="group grid grid-cols-[18px_1fr_auto] gap-x-2 border-b border-hairline
                py-[6px] last:border-0"
            >
              <span className="row-span-2 pt-[1px]">
                <Checkbox
                  label={`Select ${row.text}`}
                  checked={ticked.has(row.id)}
                  onChange={(on) =>
                    setTicked(
                      (now) =>
                        new Set(on ? [...now, row.id] : [...now].filter((id) => id !== row.id)),
                    )
                  }
                />
              </span>
              <span className="flex min-w-0 items-baseline" title={row.text}>
                <button
                  type="button"
                  title={`Results page of ${row.text}`}
                  className="min-w-0 truncate font-semibold hover:underline"
                  onClick={() => toResults(row.id)}
                >
                  {row.text}
                </button>
                {row.text === cluster.lead && (
                  <span className="ml-2 shrink-0 text-2xs font-semibold text-pine">leads</span>
                )}
              </span>
              <span className="text-right">
                {row.volume === null ? (
                  <span className="hatched inline-block h-[10px] w-9" title="not known" />
                ) : (
                  count(row.volume)
                )}
              </span>
              <span className="min-w-0 text-xs text-quiet">
                {pinned && <span className="text-persimmon-text">pinned · </span>}
                {why}
              </span>
              <button
                type="button"
                aria-label={`Move ${row.text}`}
                onClick={() => setMoving([row.id])}
                className="text-xs font-semibold text-quiet underline decoration-hairline
                  underline-offset-2 hover:text-ink"
              >
                Move
              </button>
            </li>
          ))}
        </ul>
      </Block>
      <MoveDialog
        key={moving.join()}
        what={moving.length ? named(moving) : ""}
        whole={moving.length === rows.length}
        from={cluster}
        projectId={projectId}
        problem={move.error}
        onMove={(to) => move.mutate(to)}
        onOpenChange={(open) => {
          if (!open) setMoving([]);
        }}
      />
    </>
  );
}

/** What is said of a cluster: its theme, whether it stays as it is, priority, note. */
function Said({
  cluster,
  whole,
  onChange,
  onTheme,
}: {
  cluster: Detail;
  whole: Whole | undefined;
  onChange: (body: Schemas["ClusterChange"]) => void;
  onTheme: (themeId: number | null) => void;
}) {
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2 border-y border-hairline py-3">
      <label>
        <span className="text-2xs font-semibold text-quiet">Theme</span>
        <Select
          value={cluster.theme_id ?? ""}
          onChange={(value) => onTheme(value ? Number(value) : null)}
          className={INPUT}
        >
          <option value="">None</option>
          {whole?.themes.map((theme) => (
            <option key={theme.id} value={theme.id}>
              {theme.name}
            </option>
          ))}
        </Select>
      </label>
      <PrioritySelect
        value={cluster.priority}
        inherits="its keywords"
        onChange={(priority) => onChange({ priority })}
      />
      <label className="col-span-2 flex items-center gap-2">
        <Checkbox checked={cluster.locked} onChange={(locked) => onChange({ locked })} />
        <span>Locked: clustering leaves it as it is</span>
      </label>
      <div className="col-span-2">
        <SavedField
          label="Note"
          value={cluster.note}
          most={4_000}
          lines={2}
          onSave={(note, was) => onChange({ note, was: { note: was } })}
        />
      </div>
    </div>
  );
}

function Name({ cluster, projectId }: { cluster: Detail; projectId: number }) {
  const [name, setName] = useState<string | null>(null);
  const rename = useChange(projectId, (to: string) => renameCluster(projectId, cluster.id, to), {
    done: () => setName(null),
  });
  if (name === null)
    return (
      <div className="flex items-baseline gap-3 pr-6">
        <h2 className="text-lg break-words">{cluster.name}</h2>
        <button
          type="button"
          onClick={() => setName(cluster.own_name)}
          className="text-xs font-semibold text-quiet underline decoration-hairline
            underline-offset-2 hover:text-ink"
        >
          Rename
        </button>
      </div>
    );
  return (
    <form
      className="flex flex-col gap-2 pr-6"
      onSubmit={(event) => {
        event.preventDefault();
        rename.mutate(name);
      }}
    >
      <h2 className="sr-only">{cluster.name}</h2>
      <input
        autoFocus
        aria-label="Name of the cluster"
        placeholder={cluster.lead}
        maxLength={120}
        value={name}
        onChange={(event) => setName(event.target.value)}
        onKeyDown={(event) => event.key === "Escape" && setName(null)}
        className={INPUT}
      />
      {rename.error && <ProblemNote error={rename.error} />}
      <div className="flex gap-2">
        <Button type="submit" look="main" disabled={rename.isPending}>
          Save name
        </Button>
        <Button onClick={() => setName(null)}>Cancel</Button>
      </div>
      <p className="text-xs text-quiet">Leave empty to use the lead keyword.</p>
    </form>
  );
}
