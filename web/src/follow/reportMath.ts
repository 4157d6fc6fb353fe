/** The arithmetic and the words of a month's report. */
import { exact, monthName } from "../parts/format";

type Row = { values: (number | null)[] };

/** Rows of which anything is known. */
export const shownRows = <T extends Row>(rows: readonly T[]): T[] =>
  rows.filter((row) => row.values.some((value) => value !== null));

/** A figure: what is not whole keeps a digit; what nobody said is a dash. */
export function figureWords(value: number | null): string {
  if (value === null) return "–";
  return Number.isInteger(value) || value >= 100 ? exact(value) : value.toFixed(1);
}

/** What became of a figure since the month before: "+12", "as before"; empty where one is
 * missing. */
export function changeWords(now: number | null, before: number | null): string {
  if (now === null || before === null) return "";
  const step = now - before;
  if (Math.abs(step) < 0.05) return "as before";
  const share =
    before > 0 ? ` (${step > 0 ? "+" : "−"}${Math.round((100 * Math.abs(step)) / before)}%)` : "";
  return `${step > 0 ? "+" : "−"}${figureWords(Math.abs(step))}${share}`;
}

/** Until this day of a month one mostly writes of the month before, which is over. */
const WRITTEN_UNTIL = 7;

/** The month that a report is about where nobody chose one, as "2026-11". */
export function usualMonth(today: string): string {
  if (Number(today.slice(8, 10)) > WRITTEN_UNTIL) return today.slice(0, 7);
  const [year = 0, month = 0] = today.split("-").map(Number);
  return month > 1 ? `${year}-${String(month - 1).padStart(2, "0")}` : `${year - 1}-12`;
}

/** Months from the one that something was followed first in (at least a year back) to this one, the
 * latest first, as "2026-11". */
export function lastMonths(first: string, today: string): string[] {
  const months: string[] = [];
  let year = Number(today.slice(0, 4));
  let month = Number(today.slice(5, 7));
  const until = first.slice(0, 7);
  while (months.length < 120) {
    const name = `${year}-${String(month).padStart(2, "0")}`;
    if (months.length >= 13 && name < until) break;
    months.push(name);
    month -= 1;
    if (!month) {
      month = 12;
      year -= 1;
    }
  }
  return months;
}

/** A month in words, of "2026-11" or any day of it. */
export const monthWords = (month: string): string =>
  `${monthName(Number(month.slice(5, 7)))} ${month.slice(0, 4)}`;
