import { useMemo, useState } from "react";
import { Block } from "../parts/Block";
import { count, percent, plural } from "../parts/format";
import { Help } from "../parts/Help";
import { inWords } from "../plan/titleWords";
import type { Fields } from "./changes";
import {
  cellWords,
  isCovered,
  LEVEL_SIGNS,
  LEVEL_WORDS,
  type PhraseRow,
  phraseRows,
  shareOf,
  wordCounts,
} from "./coverageWords";
import { GiveAway } from "./GiveAway";
import type { Desk, Look } from "./queries";
import type { Showing } from "./useShowing";

const MANY = 40;

/** Each phrase of the piece by each place in it: how exactly, how often. A sign pressed shows where
 * it stands. */
export function CoverageBlock({
  projectId,
  desk,
  look,
  fields,
  currency,
  showing,
}: {
  projectId: number;
  desk: Desk;
  look: Look;
  fields: Fields;
  currency: string;
  showing: Showing;
}) {
  const [missing, setMissing] = useState(false);
  const [all, setAll] = useState(false);
  const [giving, setGiving] = useState(false);
  const rows = useMemo(() => phraseRows(desk, look), [desk, look]);
  const counts = useMemo(() => wordCounts(fields), [fields]);
  const left = rows.filter((row) => !isCovered(row.best));
  const wanted = missing ? left : rows;
  // The main phrase is the piece's own.
  const away = desk.phrases.filter((_, n) => n > 0 && left.some((row) => row.phrase === n));
  const shown = all ? wanted : wanted.slice(0, MANY);
  const stuffed = new Map(look.stuffed.map((one) => [one.phrase, one.share]));
  return (
    <Block
      title={<Help figure="coverage">Keyword coverage</Help>}
      aside={
        (missing || left.length > 0) && (
          <button
            type="button"
            aria-pressed={missing}
            className="underline decoration-hairline underline-offset-2 hover:decoration-ink"
            onClick={() => setMissing(!missing)}
          >
            {missing ? "show all phrases" : `show only the ${left.length} missing`}
          </button>
        )
      }
    >
      <table className="w-full border-collapse text-xs">
        <thead>
          <tr className="text-left align-bottom text-quiet">
            <th scope="col" className="pb-1 font-normal">
              Keyword
            </th>
            {look.places.map((place) => (
              <th key={place.id} scope="col" className="w-[19px] pb-1 font-normal">
                <span className="block h-[66px] [writing-mode:vertical-rl] rotate-180">
                  {place.name}
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map((row) => (
            <Row
              key={row.phrase}
              row={row}
              main={row.phrase === 0}
              about={about(row, desk, currency)}
              stuffed={stuffed.get(row.phrase)}
              showing={showing}
              look={look}
              counts={counts}
            />
          ))}
        </tbody>
      </table>
      {wanted.length > shown.length && (
        <button
          type="button"
          className="pt-1 text-xs underline decoration-hairline underline-offset-2"
          onClick={() => setAll(true)}
        >
          {plural(wanted.length - shown.length, "more phrase")}
        </button>
      )}
      {missing && away.length > 0 && (
        <button
          type="button"
          className="pt-1 text-xs underline decoration-hairline underline-offset-2"
          onClick={() => setGiving(true)}
        >
          move to another piece
        </button>
      )}
      {giving && (
        <GiveAway
          projectId={projectId}
          pieceId={desk.piece.id}
          phrases={away}
          onClose={() => setGiving(false)}
        />
      )}
      {missing && !left.length && <p className="text-ink-2">None is missing.</p>}
      <p className="pt-2 text-2xs text-quiet">
        {(["exact", "variant", "all", "part"] as const)
          .map((level) => `${LEVEL_SIGNS[level]} ${LEVEL_WORDS[level]}`)
          .join("   ")}
      </p>
    </Block>
  );
}

function about(row: PhraseRow, desk: Desk, currency: string): string {
  const searches = row.searches === null ? "" : `${count(row.searches)} searches a month`;
  const worth = desk.counted_in === "worth" ? inWords(row.value, desk, currency) : "";
  return [searches, worth && `worth ${worth}`].filter(Boolean).join(", ");
}

function Row({
  row,
  main,
  about,
  stuffed,
  showing,
  look,
  counts,
}: {
  row: PhraseRow;
  main: boolean;
  about: string;
  stuffed: number | undefined;
  showing: Showing;
  look: Look;
  counts: ReadonlyMap<string, number>;
}) {
  const words = (column: number) => {
    const place = look.places[column];
    const cell = row.cells[column];
    if (!place || !cell) return "";
    return cellWords(cell, place.name, shareOf(row.text, cell, counts.get(place.field) ?? 0));
  };
  const here = showing.phrase === row.phrase;
  const first = row.cells.find((cell) => cell.level !== "none");
  return (
    <tr className={`border-t border-hairline ${here ? "bg-persimmon-wash" : ""}`}>
      <th scope="row" className="max-w-0 py-[3px] text-left font-normal">
        <button
          type="button"
          title={`${row.text}: ${LEVEL_WORDS[row.best]}. ${about}`}
          aria-pressed={here}
          className={`block w-full truncate text-left text-sm hover:underline
            ${main ? "font-bold" : isCovered(row.best) ? "font-semibold" : "text-ink-2"}`}
          onClick={() =>
            first && !here
              ? showing.show(row.phrase, first.place)
              : showing.look(here ? undefined : row.phrase)
          }
        >
          {!isCovered(row.best) && <span aria-hidden="true">◇ </span>}
          {row.text}
        </button>
        {stuffed !== undefined && (
          <span className="text-persimmon-text">
            ! {percent(stuffed)} of all words: used too often
          </span>
        )}
      </th>
      {row.cells.map((cell, column) => (
        <td key={cell.place} className="p-0 text-center">
          {cell.level === "none" ? (
            <span className="text-bar">
              <span aria-hidden="true">·</span>
              <span className="sr-only">missing</span>
            </span>
          ) : (
            <button
              type="button"
              title={words(column)}
              aria-label={`${row.text}: ${words(column)}`}
              className={`h-[20px] w-[19px] hover:bg-trough
                ${cell.level === "part" ? "text-quiet" : "text-pine"}`}
              onClick={() => showing.show(row.phrase, cell.place)}
            >
              {LEVEL_SIGNS[cell.level]}
            </button>
          )}
        </td>
      ))}
    </tr>
  );
}
