/** The columns of a file looked at, and what each is taken for. */
import type { Schemas } from "../../api/client";

type File_ = Schemas["FileOut"];

export function columnsOf(
  file: Pick<File_, "headings" | "rows">,
): { number: number; heading: string }[] {
  const width = Math.max(file.headings.length, ...file.rows.map((row) => row.cells.length), 0);
  return Array.from({ length: Math.min(width, 40) }, (_, number) => ({
    number,
    heading: file.headings[number] ?? "",
  }));
}

export const meaningOf = (file: Pick<File_, "mapping">, column: number): string =>
  Object.entries(file.mapping).find(([, at]) => at === column)?.[0] ?? "";

/** The mapping when a column is given a meaning: each meaning has one column, each column one
 * meaning. */
export function remapped(
  mapping: Record<string, number>,
  column: number,
  meaning: string,
): Record<string, number> {
  const rest = Object.entries(mapping).filter(([name, at]) => at !== column && name !== meaning);
  return Object.fromEntries(meaning ? [...rest, [meaning, column]] : rest);
}
