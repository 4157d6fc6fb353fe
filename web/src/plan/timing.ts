/** When a piece must be out, in words: by the month that it stands in. */
import type { Piece } from "../api/client";
import { day, MONTHS, monthName } from "../parts/format";

export type Timing = { lead: string; late: boolean; more: string };

/** A month as "March 2027". */
export const monthOf = (iso: string): string =>
  `${monthName(Number(iso.slice(5, 7)))} ${iso.slice(0, 4)}`;

/** The same, short: "Mar 27". */
export const shortMonth = (iso: string): string =>
  `${MONTHS[Number(iso.slice(5, 7)) - 1]} ${iso.slice(2, 4)}`;

/** What a piece's season says of it: a sentence that leads, whether that is bad news, and more. */
export function timingOf(piece: Piece): Timing {
  if (!piece.publish_by || !piece.climb)
    return {
      lead: piece.month_share.length ? "Any month will do." : "",
      late: false,
      more: piece.month_share.length
        ? "Its searches know no season."
        : "When to publish is not known: its searches by month are not.",
    };
  const by = day(piece.publish_by);
  const aim = `the climb that begins in ${monthOf(piece.climb)}`;
  if (!piece.month)
    return piece.late && piece.missed
      ? {
          lead: `Too late for the season of ${monthOf(piece.missed)}.`,
          late: true,
          more: `For ${aim} it must be out by ${by}.`,
        }
      : { lead: `Publish by ${by}.`, late: false, more: `So it is in time for ${aim}.` };
  if (piece.late && piece.missed)
    return {
      lead:
        `In ${monthOf(piece.month)} it comes too late for the season of ` +
        `${monthOf(piece.missed)}.`,
      late: true,
      more: `The next one begins in ${monthOf(piece.climb)}: out by ${by} is in time for it.`,
    };
  const waits = piece.waits ? " This year's season is missed by now; it is for the next." : "";
  return {
    lead: `In time: out by ${by}.`,
    late: false,
    more: `${monthOf(piece.month)} comes before ${aim}.${waits}`,
  };
}

/** What a row of the board says of its month, short; empty where there is nothing to say. */
export function monthFlag(piece: Piece): { words: string; late: boolean } | null {
  if (!piece.month) return { words: "no month", late: true };
  if (piece.late && piece.missed)
    return { words: `late for ${shortMonth(piece.missed)}`, late: true };
  if (piece.waits && piece.climb) return { words: `for ${shortMonth(piece.climb)}`, late: false };
  return null;
}

/** What somebody decided about its month: pinned, kept out, or between which months it is made. */
export function monthsWanted(piece: Piece): string {
  if (piece.pinned) return piece.month ? "pinned" : "kept out";
  const { not_before: from, by_month: by } = piece;
  if (from && by) return `${shortMonth(from)} to ${shortMonth(by)}`;
  if (from) return `from ${shortMonth(from)}`;
  return by ? `by ${shortMonth(by)}` : "";
}
