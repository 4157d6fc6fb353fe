/** Month-by-month searches of one or several keywords, made ready for a plot, a table and a CSV. */
export type Series = { name: string; points: readonly { month: string; searches: number }[] };
export type Month = { month: string; values: (number | null)[] };

/** All months that occur, in order, with each series' value or null where it has none. */
export function byMonth(series: readonly Series[]): Month[] {
  const maps = series.map((one) => new Map(one.points.map((point) => [point.month, point.searches])));
  const months = [...new Set(maps.flatMap((one) => [...one.keys()]))].sort();
  return months.map((month) => ({ month, values: maps.map((one) => one.get(month) ?? null) }));
}

/** A cell that no spreadsheet runs as a formula. */
export function safeCell(text: string): string {
  const tamed = /^[=+\-@\t\r＝＋－＠]/.test(text) ? `'${text}` : text;
  return /[",\n\r]/.test(tamed) ? `"${tamed.replaceAll('"', '""')}"` : tamed;
}

/** The months as CSV, a heading row first. */
export function historyCsv(series: readonly Series[]): string {
  const head = ["Month", ...series.map((one) => safeCell(one.name))].join(",");
  const rows = byMonth(series).map((one) => [one.month, ...one.values.map((value) => value ?? "")].join(","));
  return `\uFEFF${[head, ...rows].join("\r\n")}\r\n`;
}
