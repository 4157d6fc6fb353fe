/** The columns of the keyword sheet. */
import type { Row } from "../api/client";
import { change, count, money, percent, volumeBar } from "../parts/format";
import { Hands } from "../parts/Hands";
import { KeywordText } from "../parts/KeywordText";
import { Ladder } from "../parts/Ladder";
import type { SheetColumn } from "../parts/Sheet";
import { YearStrip } from "../parts/YearStrip";
import { capital, type Sort } from "./filters";

const Unknown = ({ why = "not known yet" }: { why?: string }) => (
  <span title={`No figure: ${why}`} className="hatched h-[10px] w-9">
    <span className="sr-only">{why}</span>
  </span>
);

const HEAT = { hot: "Hot", warm: "Warm", cold: "Cold" } as const;

function Volume({ row }: { row: Row }) {
  if (row.volume === null)
    return row.waiting ? (
      <span className="text-quiet italic">not measured</span>
    ) : (
      <span className="text-quiet italic" title="The source has no answer for it, and nothing to compare it with">
        no figure yet
      </span>
    );
  const range = `Between ${count(row.volume_low ?? 0)} and ${count(row.volume_high ?? 0)}, four times in five`;
  const doubts = [
    row.volume_rough && "a rough guess",
    row.volume_disagrees && "sources differ more than twofold",
  ].filter(Boolean);
  return (
    <span className="flex items-center gap-2" title={[range, ...doubts].join("; ")}>
      <span className={`w-[72px] text-right whitespace-nowrap ${row.volume_rough ? "text-quiet" : ""}`}>
        {row.volume_rough && <span className="text-2xs">about </span>}
        {count(row.volume)}
      </span>
      <span className="relative h-[5px] w-[36px] bg-trough">
        <span
          className={`absolute inset-y-0 left-0 ${row.volume_rough ? "hatched border border-indigo" : "bg-indigo"}`}
          style={{ width: `${volumeBar(row.volume)}%` }}
        />
      </span>
    </span>
  );
}

function Trend({ row }: { row: Row }) {
  if (row.trend === "unknown") return null;
  if (row.trend === "new" || row.trend === "fad") return <span className="text-persimmon-text">{row.trend}</span>;
  if (row.change_share === null) return null;
  return (
    <span
      title={`${capital(row.trend)}, ${change(row.change_share)} a year`}
      className={
        row.trend === "rising"
          ? "font-semibold text-pine"
          : row.trend === "fading"
            ? "text-persimmon-text"
            : "text-quiet"
      }
    >
      {change(row.change_share)}
    </span>
  );
}

export function sheetColumns(
  seedWords: ReadonlySet<string>,
  currency: string,
  family: { opened: (row: Row) => boolean; within: (row: Row) => boolean; onToggle: (row: Row) => void },
): SheetColumn<Row, Sort>[] {
  return [
    {
      id: "keyword",
      heading: "Keyword",
      width: "minmax(216px, 1fr)",
      sort: "text",
      cell: (row) => (
        <>
          {family.within(row) && (
            <span className="mr-2 ml-3 h-full w-[2px] shrink-0 self-stretch bg-hairline" aria-hidden="true" />
          )}
          <KeywordText text={row.text} seedWords={seedWords} />
          {row.family_size > 1 && !family.within(row) && (
            <button
              type="button"
              tabIndex={-1}
              aria-expanded={family.opened(row)}
              title={`${row.family_size} variants of the same, each with its own figures (v)`}
              onClick={(event) => {
                event.stopPropagation();
                family.onToggle(row);
              }}
              className="ml-2 shrink-0 rounded-md border border-hairline px-1 text-2xs text-ink-2 hover:border-quiet"
            >
              {family.opened(row) ? "−" : "+"}
              {row.family_size - 1}
            </button>
          )}
          {row.state === "shortlisted" && (
            <span className="ml-2 shrink-0 text-2xs font-semibold text-pine">shortlist</span>
          )}
          {row.state === "dropped" && <span className="ml-2 shrink-0 text-2xs">dropped</span>}
          {row.heat && (
            <span className="ml-2 shrink-0 text-2xs text-persimmon-text">{HEAT[row.heat as keyof typeof HEAT]}</span>
          )}
        </>
      ),
    },
    {
      id: "intent",
      heading: "Intent",
      width: "122px",
      figure: "intent",
      sort: "intent",
      cell: (row) => (
        <span
          className="truncate text-xs text-ink-2"
          title={row.local ? `${capital(row.intent)}, local` : capital(row.intent)}
        >
          {capital(row.intent)}
          {row.local && <span className="text-quiet"> · local</span>}
        </span>
      ),
    },
    {
      id: "volume",
      heading: "Searches a month",
      width: "132px",
      figure: "volume",
      sort: "volume",
      cell: (row) => <Volume row={row} />,
    },
    {
      id: "year",
      heading: "Year, Jan to Dec",
      width: "150px",
      figure: "season",
      sort: "change",
      cell: (row) => (
        <span className="flex items-center gap-2 text-xs">
          {row.waiting && !row.month_share.length ? (
            <Unknown />
          ) : (
            <YearStrip shares={row.month_share} peak={row.peak_month} />
          )}
          <Trend row={row} />
        </span>
      ),
    },
    {
      id: "difficulty",
      heading: "Difficulty, you",
      width: "122px",
      figure: "difficulty",
      sort: "difficulty",
      cell: (row) =>
        row.difficulty === null ? (
          <Unknown why="the results page was not read" />
        ) : (
          <span className="flex items-center gap-2">
            <span className="w-5 text-right">{Math.round(row.difficulty)}</span>
            <Ladder difficulty={row.difficulty} own={row.own_strength} />
          </span>
        ),
    },
    {
      id: "verdict",
      heading: "Verdict",
      width: "82px",
      figure: "verdict",
      sort: "verdict",
      cell: (row) => (
        <span className="flex items-center gap-2">
          <Hands heights={row.hands} />
          <span
            className={
              row.verdict === "go"
                ? "font-bold text-ink"
                : row.verdict === "try"
                  ? "font-semibold text-ink-2"
                  : "text-quiet"
            }
          >
            {capital(row.verdict) || <span className="sr-only">not weighed</span>}
          </span>
        </span>
      ),
    },
    {
      id: "worth",
      heading: "Worth",
      width: "64px",
      figure: "worth",
      sort: "worth",
      right: true,
      cell: (row) => (row.worth === null ? <Unknown /> : money(row.worth, currency)),
    },
    {
      id: "chance",
      heading: "Chance",
      width: "64px",
      figure: "chance",
      sort: "chance",
      right: true,
      cell: (row) => (row.chance === null ? <Unknown /> : percent(row.chance)),
    },
    {
      id: "clicks",
      heading: "Clicks",
      width: "64px",
      figure: "clicks",
      sort: "clicks",
      right: true,
      cell: (row) => (row.clicks === null ? <Unknown /> : count(row.clicks)),
    },
    {
      id: "cpc",
      heading: "Per click",
      help: "The middle of what advertisers pay for a click, as a source tells it. High prices are a sign of buyers.",
      width: "72px",
      sort: "cpc",
      right: true,
      cell: (row) => (row.cpc === null ? <Unknown /> : money(row.cpc, currency)),
    },
    {
      id: "ads",
      heading: "Ad competition",
      help: "How contested ads on the keyword are, as a source tells it.",
      width: "104px",
      right: true,
      cell: (row) => (row.ad_competition === null ? <Unknown /> : percent(row.ad_competition)),
    },
    {
      id: "matches",
      heading: "Title matches",
      width: "96px",
      figure: "title_matches",
      sort: "title_matches",
      right: true,
      cell: (row) => (row.title_matches === null ? <Unknown /> : `${row.title_matches} of 10`),
    },
    {
      id: "spots",
      heading: "Weak spots",
      help: "Results on page one that your outlet would more likely than not outrank.",
      width: "84px",
      sort: "weak_spots",
      right: true,
      cell: (row) => row.weak_spots ?? <Unknown />,
    },
    {
      id: "words",
      heading: "Words",
      help: "Words in the keyword. Four or more are the long tail: fewer searches, more specific.",
      width: "60px",
      sort: "words",
      right: true,
      cell: (row) => row.words,
    },
    {
      id: "fit",
      heading: "Fit",
      width: "56px",
      figure: "fit",
      sort: "fit",
      right: true,
      cell: (row) => row.fit.toFixed(2),
    },
  ];
}
