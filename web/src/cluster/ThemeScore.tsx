import { type ReactNode, useState } from "react";
import { Empty } from "../parts/Empty";
import { count, likely, MONTHS, money, percent, plural } from "../parts/format";
import { StepLink } from "../parts/StepLink";
import { useKey } from "../parts/useKey";
import {
  A_MONTH,
  type Drawn,
  inOrder,
  measureOf,
  placeOfChance,
  type ScoreBy,
  spread,
  type Whole,
} from "./scoreMath";

const STAVE = 44;
/** As many as the server tells of a theme. */
const NOTES = 60;
const LABEL = "grid-cols-[210px_minmax(0,1fr)_150px]";
const CHANCES = [0.02, 0.1, 0.25, 0.5, 0.75, 0.9, 0.98];

type Line = { id: number; name: string; about: string; right: string; notes: readonly Drawn[] };

/** All themes as a score: a stave each, on it its clusters as notes. Where a note stands is how
 * likely page one is, or the month of its peak; how tall, what it is worth; filled, that a piece
 * serves it. Every note can be read, walked to by the arrows and opened. */
export function ThemeScore({
  whole,
  by,
  switcher,
  currency,
  openCluster,
  onCluster,
  onTheme,
}: {
  whole: Whole;
  /** By what the staves are read, to be chosen. */
  switcher: ReactNode;
  by: ScoreBy;
  currency: string;
  openCluster: number | undefined;
  onCluster: (id: number) => void;
  onTheme: (id: number) => void;
}) {
  const lines = linesOf(whole, currency);
  const { byWorth, height } = measureOf(lines.flatMap((line) => line.notes));
  const drawn = lines.map((line) => inOrder(line.notes, by));
  const [at, setAt] = useState<{ line: number; note: number }>({ line: 0, note: -1 });
  const line = Math.min(at.line, lines.length - 1);
  const here = drawn[line]?.[at.note];
  const go = (to: number) => setAt({ line: Math.max(0, Math.min(lines.length - 1, to)), note: -1 });
  const step = (by: number) =>
    setAt((now) => ({
      line: now.line,
      note: Math.max(0, Math.min((drawn[now.line]?.length ?? 0) - 1, now.note + by)),
    }));
  useKey("j, down", () => go(line + 1));
  useKey("k, up", () => go(line - 1));
  useKey("l, right", () => step(1));
  useKey("h, left", () => step(-1));
  useKey("enter", () => {
    const theme = lines[line];
    if (here) onCluster(here.id);
    else if (theme) onTheme(theme.id);
  });
  if (!lines.length)
    return (
      <Empty title="No themes yet" action={<StepLink to="cluster">Open the clusters</StepLink>}>
        Themes are made of two or more clusters.
      </Empty>
    );
  return (
    <>
      <div className="flex min-h-[30px] flex-wrap shrink-0 items-center gap-4 px-[18px]">
        {switcher}
        <span role="status" className="min-w-0 flex-1 truncate text-right text-ink-2">
          {here ? noteWords(here, currency) : "j k walks themes, h l their clusters, Enter opens"}
        </span>
      </div>
      <div className="mt-3 min-h-0 flex-1 overflow-auto border-t border-hairline bg-sheet">
        <div
          className={`sticky top-0 z-10 grid ${LABEL} h-8 items-center gap-4 border-b
          border-hairline bg-sheet px-[18px] text-xs text-quiet`}
        >
          <span>Theme</span>
          <Axis by={by} />
          <span className="text-right">Searches, covered</span>
        </div>
        <ul aria-label="Themes">
          {lines.map((each, number) => (
            <li
              key={each.id}
              className={`grid ${LABEL} items-center gap-4 border-b border-hairline px-[18px]
              ${number === line ? "shadow-[inset_3px_0_0_var(--color-persimmon)]" : ""}`}
              style={{ height: STAVE + 8 }}
            >
              <button
                type="button"
                onClick={() => onTheme(each.id)}
                className="min-w-0 text-left"
                title={`Open ${each.name}`}
              >
                <span className="block truncate font-semibold hover:underline">{each.name}</span>
                <span className="block truncate text-xs text-quiet">{each.about}</span>
              </button>
              <Stave
                notes={drawn[number] ?? []}
                by={by}
                heightOf={height}
                currency={currency}
                current={number === line ? here?.id : undefined}
                open={openCluster}
                onOpen={onCluster}
              />
              <span className="text-right text-xs text-ink-2">{each.right}</span>
            </li>
          ))}
        </ul>
        <p className="flex flex-wrap gap-x-6 px-[18px] py-3 text-xs text-quiet">
          <span>
            Height: {byWorth ? "worth" : "searches, as no worth is known"}. Filled: covered. Hollow:
            not covered. Shown are the {NOTES} clusters of a theme with the most{" "}
            {byWorth ? "worth" : "searches"},{" "}
            {by === "chance" ? "from a 2% chance up" : `${A_MONTH} a month`}, side by side where
            they would overlap.
          </span>
        </p>
      </div>
    </>
  );
}

function linesOf(whole: Whole, currency: string): Line[] {
  const told = [
    ...whole.themes.map((theme) => ({ ...theme, none: false })),
    ...(whole.none.clusters ? [{ ...whole.none, id: 0, name: "In no theme", none: true }] : []),
  ];
  return told.map((theme) => ({
    id: theme.id,
    name: theme.name,
    about: `${plural(theme.clusters, "cluster")}, ${count(theme.volume)} searches`,
    right: [
      theme.worth === null ? "" : money(theme.worth, currency),
      `${percent(theme.served_share)} covered`,
    ]
      .filter(Boolean)
      .join(", "),
    notes: theme.notes,
  }));
}

export const noteWords = (note: Drawn, currency: string): string =>
  [
    `${note.name}: ${plural(note.keywords, "keyword")}, ${count(note.volume)} searches`,
    note.chance === null ? "chance not known" : `${likely(note.chance)} for page one`,
    note.worth === null ? "worth not known" : `${money(note.worth, currency)} a month`,
    note.peak ? `peaks in ${MONTHS[note.peak - 1]}` : "",
    note.planned ? "covered" : "not covered",
  ]
    .filter(Boolean)
    .join(", ");

function Axis({ by }: { by: ScoreBy }) {
  const marks: [string, number][] =
    by === "chance"
      ? CHANCES.map((chance) => [percent(chance), placeOfChance(chance)])
      : MONTHS.map((month, place) => [month, ((place + 0.5) / 12) * 100]);
  return (
    <span className="relative block h-4">
      {marks.map(([name, place], number) => (
        <span
          key={name}
          className={`absolute whitespace-nowrap ${
            by === "chance" && number === 0 ? "" : "-translate-x-1/2"
          }`}
          style={{ left: `${place}%` }}
        >
          {name}
        </span>
      ))}
    </span>
  );
}

function Stave({
  notes,
  by,
  heightOf,
  currency,
  current,
  open,
  onOpen,
}: {
  notes: readonly Drawn[];
  by: ScoreBy;
  heightOf: (note: Drawn) => number;
  currency: string;
  current: number | undefined;
  open: number | undefined;
  onOpen: (id: number) => void;
}) {
  const places = spread(notes, by);
  return (
    <span className="relative block" style={{ height: STAVE }}>
      <span aria-hidden="true" className="absolute inset-x-0 bottom-[5px] h-px bg-bar" />
      {(by === "chance" ? CHANCES.slice(1).map(placeOfChance) : []).map((place) => (
        <span
          key={place}
          aria-hidden="true"
          className="absolute inset-y-0 w-px bg-trough"
          style={{ left: `${place}%` }}
        />
      ))}
      {!notes.length && (
        <span className="absolute bottom-[9px] text-xs text-quiet">
          {by === "chance" ? "nothing is in reach, or no chance is known" : "none has a season"}
        </span>
      )}
      {notes.map((note) => {
        const height = Math.round(heightOf(note) * (STAVE - 8));
        const marked = note.id === current || note.id === open;
        return (
          <button
            key={note.id}
            type="button"
            tabIndex={-1}
            aria-label={noteWords(note, currency)}
            title={noteWords(note, currency)}
            onClick={() => onOpen(note.id)}
            className={`absolute bottom-0 flex w-[9px] -translate-x-1/2 justify-center
              ${marked ? "bg-persimmon-wash outline-1 outline-persimmon" : ""}`}
            style={{ left: `${places.get(note.id) ?? 0}%`, height: STAVE }}
          >
            <span
              className={`absolute bottom-[5px] w-[5px] border
                ${marked ? "border-persimmon-text bg-persimmon" : "border-indigo"}
                ${!marked && note.planned ? "bg-indigo" : marked ? "" : "bg-sheet"}`}
              style={{ height }}
            />
          </button>
        );
      })}
    </span>
  );
}
