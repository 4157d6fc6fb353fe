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

/** What a column is taken for: the id of a meaning, "note" for one kept as a note, "" for one
 * that is ignored. */
export const meaningOf = (file: Pick<File_, "mapping" | "notes">, column: number): string =>
  file.notes.includes(column)
    ? "note"
    : (Object.entries(file.mapping).find(([, at]) => at === column)?.[0] ?? "");

/** Meanings and notes when a column is given a meaning: each meaning has one column, each column
 * one meaning; any number of columns can be notes. */
export function remapped(
  { mapping, notes }: Pick<File_, "mapping" | "notes">,
  column: number,
  meaning: string,
): Pick<File_, "mapping" | "notes"> {
  const rest = Object.entries(mapping).filter(([name, at]) => at !== column && name !== meaning);
  const others = notes.filter((at) => at !== column);
  const isNote = meaning === "note";
  return {
    mapping: Object.fromEntries(meaning && !isNote ? [...rest, [meaning, column]] : rest),
    notes: isNote ? [...others, column].sort((a, b) => a - b) : others,
  };
}

/** What happens to the columns that mean nothing: those kept as a note, and why others are not
 * used. */
export function leftOver(file: Pick<File_, "headings" | "notes" | "unused">): string[] {
  const whys = new Map(file.unused.map((each) => [each.column, each.why]));
  const said = (column: number) => {
    const name = file.headings[column] || `column ${column + 1}`;
    const why = whys.get(column);
    return why ? `${name} (${why})` : name;
  };
  const kept = file.notes.map(said);
  const unused = [...whys.keys()].filter((column) => !file.notes.includes(column)).map(said);
  return [
    ...(kept.length ? [`Kept as a note: ${kept.join(", ")}.`] : []),
    ...(unused.length ? [`Not used: ${unused.join(", ")}.`] : []),
  ];
}

/** Which countries a file has rows for, and what happens to them; "" for a file without a column
 * of countries. */
export function countriesSaid(
  file: Pick<File_, "countries" | "country" | "abroad" | "all_countries">,
): string {
  const [first, second, ...more] = file.countries;
  if (!first) return "";
  const names = second ? [first, second].join(more.length ? ", " : " and ") : first;
  const all = more.length ? `${names} and ${more.length} more` : names;
  if (file.countries.includes(file.country)) return second ? `The rows are for ${all}.` : "";
  const added = second ? "; they are added up" : "";
  return `The rows are for ${all}${added}. None is for ${file.country}, this project's country.`;
}
