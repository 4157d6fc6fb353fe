/** Days as people say them in full. */
import { monthName } from "../parts/format";

/** "28 November 2026". */
export function longDay(iso: string): string {
  const [year, month, date] = iso.split("-").map(Number) as [number, number, number];
  return `${date} ${monthName(month)} ${year}`;
}

/** How many days lie between two. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000);
