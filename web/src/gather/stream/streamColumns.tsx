/** The columns of the stream. */
import type { Schemas } from "../../api/client";
import { count, percent } from "../../parts/format";
import { KeywordText } from "../../parts/KeywordText";
import { seedWordsOf } from "../../parts/keywordWords";
import type { SheetColumn } from "../../parts/Sheet";
import { figureWords, originWords, STATE_NAMES } from "../../parts/wayWords";

const GOOD: ReadonlySet<string> = new Set(["kept", "shortlisted"]);

type Arrival = Schemas["ArrivalOut"];

export function streamColumns(
  onSeed: ((keyword: string, from: string) => void) | undefined,
): SheetColumn<Arrival>[] {
  return [
    {
      id: "keyword",
      heading: "Keyword",
      width: "minmax(230px, 1fr)",
      help: "Words that are not in the seed are in bold.",
      cell: (row) => (
        <>
          <KeywordText text={row.text} seedWords={seedWordsOf([row.seed])} />
          {row.family_size > 1 && (
            <span
              className="ml-2 shrink-0 text-2xs text-quiet"
              title={`${row.family_size} variants, each with its own figures`}
            >
              1 of {row.family_size}
            </span>
          )}
          {row.priority && (
            <span className="ml-2 shrink-0 text-2xs font-semibold text-persimmon-text">
              {row.priority}
            </span>
          )}
        </>
      ),
    },
    {
      id: "came",
      heading: "Found by",
      width: "minmax(190px, 250px)",
      help: "First method and seed, and how many methods found it.",
      cell: (row) => (
        <span className="truncate text-ink-2" title={`${row.source}, for “${row.seed}”`}>
          {originWords(row.method, row.seed).way}
          <span className="text-quiet"> {originWords(row.method, row.seed).of}</span>
          {row.ways > 1 && <span className="text-quiet">, +{row.ways - 1}</span>}
        </span>
      ),
    },
    {
      id: "figure",
      heading: "Evidence",
      width: "112px",
      help: "A competitor's position, number of results that use it, growth, or searches once measured.",
      cell: (row) => (
        <span className="truncate text-ink-2">
          {figureWords(row.method, row.figure) ||
            (row.volume !== null ? `${count(row.volume)} a month` : "")}
        </span>
      ),
    },
    {
      id: "relevance",
      heading: "Relevance",
      width: "84px",
      figure: "relevance",
      cell: (row) =>
        row.relevance === null ? (
          <span className="hatched h-[6px] w-[52px]" title="Not worked out yet">
            <span className="sr-only">not learned yet</span>
          </span>
        ) : (
          <span
            className="relative h-[6px] w-[52px] bg-trough"
            title={`Relevance ${percent(row.relevance)}`}
          >
            <span
              className="absolute inset-y-0 left-0 bg-indigo"
              style={{ width: `${100 * row.relevance}%` }}
            />
            <span className="sr-only">{percent(row.relevance)}</span>
          </span>
        ),
    },
    {
      id: "state",
      heading: "State",
      help: "Your decision. Keep with Y, park with P, reject with X.",
      width: "112px",
      cell: (row) => (
        <span className="group/state flex w-full items-center justify-between gap-1">
          <span
            className={`truncate
              ${GOOD.has(row.state) ? "font-semibold text-pine" : "text-quiet"}`}
            title={row.left_out ? `Excluded by ${row.left_out}` : ""}
          >
            {row.state === "open" ? "" : STATE_NAMES[row.state]}
          </span>
          {onSeed && (
            <button
              type="button"
              tabIndex={-1}
              onClick={(event) => {
                event.stopPropagation();
                onSeed(row.text, row.seed);
              }}
              title="Explore from this keyword (D)"
              className="text-2xs font-semibold text-quiet hover:text-persimmon-text"
            >
              explore
            </button>
          )}
        </span>
      ),
    },
  ];
}
