import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { Block } from "../parts/Block";
import { Button, buttonLook } from "../parts/Button";
import { INPUT } from "../parts/Field";
import { count, likely, money, percent, plural } from "../parts/format";
import { Inspector } from "../parts/Inspector";
import { ProblemNote } from "../parts/ProblemNote";
import { SavedField } from "../parts/SavedField";
import { Select } from "../parts/Select";
import { useSay } from "../parts/toasts";
import { YearStrip } from "../parts/YearStrip";
import { usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { changeTheme, removeTheme } from "./changes";
import { PrioritySelect } from "./PrioritySelect";
import type { Theme, Whole } from "./scoreMath";

/** One theme: its sums, what is said of it, its clusters worth most; it can be renamed and taken
 * away. */
export function ThemeInspector({
  projectId,
  themeId,
  whole,
  currency,
  onClose,
  onSheet,
  onCluster,
}: {
  projectId: number;
  themeId: number;
  whole: Whole;
  currency: string;
  onClose: () => void;
  onSheet: () => void;
  onCluster: (id: number) => void;
}) {
  const { channel } = usePlace();
  const theme = whole.themes.find((each) => each.id === themeId);
  const sums = theme ?? (themeId === 0 ? whole.none : undefined);
  return (
    <Inspector label="Theme" onClose={onClose}>
      {!sums && <p className="text-ink-2">This theme no longer exists.</p>}
      {sums && (
        <>
          <h2 className="pr-6 text-lg break-words">{theme ? theme.name : "In no theme"}</h2>
          <p className="pt-1 pb-3 text-ink-2">
            <strong className="text-ink">{plural(sums.clusters, "cluster")}</strong>,{" "}
            {plural(sums.keywords, "keyword")}, {count(sums.volume)} searches
            {sums.worth === null ? "" : ` and ${money(sums.worth, currency)}`} a month
            {sums.chance !== null && `, ${likely(sums.chance)} for page one on the whole`}.{" "}
            {sums.planned
              ? `${sums.planned} covered, ${percent(sums.served_share)} of searches.`
              : "Not covered yet."}
          </p>
          <div className="flex gap-2 pb-3">
            <Button look="main" onClick={onSheet}>
              Show its clusters
            </Button>
            {theme && (
              <Link
                to="/p/$projectId/$channel/grid"
                params={{ projectId: String(projectId), channel }}
                search={{ theme: theme.id }}
                className={buttonLook("plain")}
              >
                Its combinations
              </Link>
            )}
          </div>
          {theme && <Said key={theme.id} theme={theme} projectId={projectId} whole={whole} />}
          <Block title="When it peaks" aside="share of its searches">
            {sums.peaks.some((peak) => peak > 0.01) ? (
              <YearStrip shares={[...sums.peaks]} tall />
            ) : (
              <p className="text-quiet">Little seasonality.</p>
            )}
          </Block>
          <Block
            title={sums.worth === null ? "Searched most" : "Worth most"}
            aside={sums.worth === null ? "chance, searches" : "chance, a month"}
          >
            <ul>
              {sums.notes.slice(0, 12).map((note) => (
                <li key={note.id} className="grid grid-cols-[1fr_44px_56px] gap-x-2 py-[2px]">
                  <button
                    type="button"
                    onClick={() => onCluster(note.id)}
                    className="min-w-0 truncate text-left hover:underline"
                    title={note.name}
                  >
                    {note.name}
                    {note.planned && <span className="ml-2 text-2xs text-pine">planned</span>}
                  </button>
                  <span className="text-right text-quiet">
                    {note.chance === null ? "" : likely(note.chance)}
                  </span>
                  <span className="text-right">
                    {sums.worth === null ? count(note.volume) : money(note.worth ?? 0, currency)}
                  </span>
                </li>
              ))}
            </ul>
          </Block>
        </>
      )}
    </Inspector>
  );
}

function Said({ theme, projectId, whole }: { theme: Theme; projectId: number; whole: Whole }) {
  const [into, setInto] = useState("");
  const say = useSay();
  const change = useChange(projectId, (body: Parameters<typeof changeTheme>[2]) =>
    changeTheme(projectId, theme.id, body),
  );
  const remove = useChange(
    projectId,
    () => removeTheme(projectId, theme.id, into ? Number(into) : null),
    { done: () => say(`“${theme.name}” is deleted.`, { undo: true }) },
  );
  const problem = change.error ?? remove.error;
  return (
    <div className="flex flex-col gap-2 border-t border-hairline py-3">
      {problem && <ProblemNote error={problem} />}
      <SavedField
        label="Your name for it"
        value={theme.own_name}
        most={120}
        placeholder={theme.called}
        onSave={(name, was) => change.mutate({ name, was: { name: was } })}
      />
      <PrioritySelect
        value={theme.priority}
        inherits="all its keywords"
        onChange={(priority) => change.mutate({ priority })}
      />
      <SavedField
        label="Note"
        value={theme.note}
        most={4_000}
        lines={2}
        onSave={(note, was) => change.mutate({ note, was: { note: was } })}
      />
      <div className="flex items-end gap-2">
        <label className="flex-1">
          <span className="text-2xs font-semibold text-quiet">
            When deleted, move its clusters to
          </span>
          <Select value={into} onChange={setInto} className={INPUT}>
            <option value="">No theme</option>
            {whole.themes
              .filter((other) => other.id !== theme.id)
              .map((other) => (
                <option key={other.id} value={other.id}>
                  {other.name}
                </option>
              ))}
          </Select>
        </label>
        <Button look="bare" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
          Remove the theme
        </Button>
      </div>
    </div>
  );
}
