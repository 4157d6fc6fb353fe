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
      lead: piece.month_share.length ? "Any month: no seasonality." : "",
      late: false,
      more: piece.month_share.length
        ? ""
        : "Monthly searches are not known, so neither is the best month.",
    };
  const by = day(piece.publish_by);
  const aim = `the rise from ${monthOf(piece.climb)}`;
  if (!piece.month)
    return piece.late && piece.missed
      ? {
          lead: `Too late for the ${monthOf(piece.missed)} peak.`,
          late: true,
          more: `Publish by ${by} to be ready for ${aim}.`,
        }
      : { lead: `Publish by ${by}.`, late: false, more: `That is in time for ${aim}.` };
  if (piece.late && piece.missed)
    return {
      lead: `${monthOf(piece.month)} is too late for the ${monthOf(piece.missed)} peak.`,
      late: true,
      more: `Publish by ${by} to be ready for ${aim}.`,
    };
  const waits = piece.waits ? " This year's season has passed; it is timed for next year." : "";
  return {
    lead: `In time: publish by ${by}.`,
    late: false,
    more: `${monthOf(piece.month)} is before ${aim}.${waits}`,
  };
}

/** What a row of the board says of its month, short; empty where there is nothing to say. */
export function monthFlag(piece: Piece): { words: string; late: boolean } | null {
  if (!piece.month) return { words: "not scheduled", late: true };
  if (piece.late && piece.missed)
    return { words: `late for ${shortMonth(piece.missed)}`, late: true };
  if (piece.waits && piece.climb) return { words: `for ${shortMonth(piece.climb)}`, late: false };
  return null;
}

/** What somebody decided about its month: pinned, kept out, or between which months it is made. */
export function monthsWanted(piece: Piece): string {
  if (piece.pinned) return piece.month ? "pinned" : "held back";
  const { not_before: from, by_month: by } = piece;
  if (from && by) return `${shortMonth(from)} to ${shortMonth(by)}`;
  if (from) return `from ${shortMonth(from)}`;
  return by ? `by ${shortMonth(by)}` : "";
}
