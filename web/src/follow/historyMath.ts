/** Histories of places, made ready for a plot, a table and a CSV. */
import { safeCell } from "../parts/csvCell";
import type { Live, Track } from "./queries";

export const NOT_SHOWN = 0;
export const NOT_CHECKED = -1;
export const NO_ANSWER = -2;
/** Where a phrase that is not among the first is drawn: below the last place. */
export const BELOW = 130;

/** A row a day: the place of each phrase by its number, null where nobody looked; a row between
 * the ends of a gap breaks the line. */
export function plotRows(live: Pick<Live, "days" | "phrases" | "visible" | "gaps">) {
  const rows: Record<string, number | null>[] = live.days.map((day, column) => ({
    day: Date.parse(day),
    visible: live.visible[column] ?? null,
    ...Object.fromEntries(
      live.phrases.map((phrase) => [`p${phrase.id}`, drawnAt(phrase.places[column])]),
    ),
  }));
  for (const [from, to] of live.gaps) {
    const middle = (Date.parse(from ?? "") + Date.parse(to ?? "")) / 2;
    rows.push({
      day: middle,
      visible: null,
      ...Object.fromEntries(live.phrases.map((phrase) => [`p${phrase.id}`, null])),
    });
  }
  return rows.sort((a, b) => (a.day ?? 0) - (b.day ?? 0));
}

/** Where a place is drawn; null where there is none to draw. */
export function drawnAt(place: number | undefined): number | null {
  if (place === undefined || place < 0) return null;
  return place === NOT_SHOWN ? BELOW : place;
}

/** A place as a cell: what is not shown, not looked at or not answered says so. */
export function placeCell(place: number | undefined): string {
  if (place === undefined || place === NOT_CHECKED) return "";
  if (place === NO_ANSWER) return "no answer";
  return place === NOT_SHOWN ? "not ranking" : String(place);
}

/** The history as CSV: a line a phrase, a column a day. */
export function placesCsv(live: Pick<Live, "days" | "phrases">): string {
  const head = ["Keyword", "Searches", ...live.days].join(",");
  const lines = live.phrases.map((phrase) =>
    [safeCell(phrase.text), phrase.searches ?? "", ...phrase.places.map(placeCell)].join(","),
  );
  return `\uFEFF${[head, ...lines].join("\r\n")}\r\n`;
}

/** How the place at the last look compares with what was foretold: its words, and whether it is
 * better (1), worse (−1) or as foretold (0); null where nothing can be said. */
export function againstForecast(
  track: Pick<Track, "chance" | "last">,
  settled: boolean,
): { words: string; side: -1 | 0 | 1 } | null {
  if (track.chance === null || track.last === null) return null;
  const there = track.last > 0 && track.last <= 10;
  if (there) return { words: "on page one", side: track.chance < 0.5 ? 1 : 0 };
  if (!settled) return { words: "not settled yet", side: 0 };
  return { words: "not on page one", side: track.chance > 0.5 ? -1 : 0 };
}
