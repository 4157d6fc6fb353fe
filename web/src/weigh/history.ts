/** Month-by-month searches of one or several keywords, made ready for a plot, a table and a CSV. */
import { safeCell } from "../parts/csvCell";

export type Series = { name: string; points: readonly { month: string; searches: number }[] };
export type Month = { month: string; values: (number | null)[] };

/** All months that occur, in order, with each series' value or null where it has none. */
export function byMonth(series: readonly Series[]): Month[] {
  const maps = series.map(
    (line) => new Map(line.points.map((point) => [point.month, point.searches])),
  );
  const months = [...new Set(maps.flatMap((points) => [...points.keys()]))].sort();
  return months.map((month) => ({
    month,
    values: maps.map((points) => points.get(month) ?? null),
  }));
}

/** The months as CSV, a heading row first. */
export function historyCsv(series: readonly Series[]): string {
  const head = ["Month", ...series.map((line) => safeCell(line.name))].join(",");
  const rows = byMonth(series).map((row) =>
    [row.month, ...row.values.map((value) => value ?? "")].join(","),
  );
  return `\uFEFF${[head, ...rows].join("\r\n")}\r\n`;
}

/** How far each line's label must move, in pixels downwards, so that labels of lines that end
 * close together stay apart. `height` is the plot's, `gap` the least distance between two
 * labels. */
export function labelShifts(series: readonly Series[], height: number, gap = 13): number[] {
  const months = byMonth(series);
  const top = Math.max(1, ...months.flatMap((row) => row.values.map((value) => value ?? 0)));
  const ends = (months.at(-1)?.values ?? []).map((value) =>
    value === null ? null : height * (1 - value / top),
  );
  const shifts = series.map(() => 0);
  const inOrder = ends
    .flatMap((at, i) => (at === null ? [] : [{ at, i }]))
    .sort((a, b) => b.at - a.at);
  // From the lowest upwards: each label stands at its line's end, or as far above the one below as
  // it must.
  let free = Number.POSITIVE_INFINITY;
  for (const { at, i } of inOrder) {
    const placed = Math.min(at, free);
    shifts[i] = placed - at;
    free = placed - gap;
  }
  return shifts;
}
