/** The columns of the keyword sheet. */

import type { Channel, Row } from "../api/client";
import { COLUMNS } from "../api/columns";
import { change, count, likely, money, percent, volumeBar } from "../parts/format";
import { Hands } from "../parts/Hands";
import { KeywordText } from "../parts/KeywordText";
import { Ladder } from "../parts/Ladder";
import type { SheetColumn } from "../parts/Sheet";
import { YearStrip } from "../parts/YearStrip";
import { CHANNELS } from "../shared/channels";
import { capital, type Sort } from "./filters";
import { featureName } from "./resultWords";

const Unknown = ({ why = "not known yet" }: { why?: string }) => (
  <span title={`No figure: ${why}`} className="hatched h-[10px] w-9">
    <span className="sr-only">{why}</span>
  </span>
);

const PRIORITY = { high: "High", normal: "Normal", low: "Low" } as const;

function Volume({ row }: { row: Row }) {
  if (row.volume === null)
    return row.waiting ? (
      <span className="text-quiet italic">not measured</span>
    ) : (
      <span className="text-quiet italic" title="The source has no figure and no comparable phrase">
        no figure yet
      </span>
    );
  const range =
    row.volume_low === null || row.volume_high === null
      ? ""
      : `80% likely to be between ${count(row.volume_low)} and ${count(row.volume_high)}`;
  const doubts = [
    row.volume_rough && "rough estimate",
    row.volume_disagrees && "sources differ by more than 2×",
    row.practice && "practice",
  ].filter(Boolean);
  return (
    <span className="flex items-center gap-2" title={[range, ...doubts].filter(Boolean).join("; ")}>
      <span
        className={`w-[72px] text-right whitespace-nowrap ${row.volume_rough ? "text-quiet" : ""}`}
      >
        {row.volume_rough && <span className="text-2xs">about </span>}
        {count(row.volume)}
      </span>
      <span className="relative h-[5px] w-[36px] bg-trough">
        <span
          className={`absolute inset-y-0 left-0
            ${row.volume_rough ? "hatched border border-indigo" : "bg-indigo"}`}
          style={{ width: `${volumeBar(row.volume)}%` }}
        />
      </span>
    </span>
  );
}

function Trend({ row }: { row: Row }) {
  if (row.trend === "unknown") return null;
  if (row.trend === "new" || row.trend === "fad")
    return <span className="text-persimmon-text">{row.trend}</span>;
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

type Family = {
  opened: (row: Row) => boolean;
  within: (row: Row) => boolean;
  onToggle: (row: Row) => void;
};
type Id = (typeof COLUMNS)[number]["id"];
/** What is special about a column in the sheet; all else is told by its type and unit. */
type Special = Pick<SheetColumn<Row, Sort>, "cell"> & Partial<SheetColumn<Row, Sort>>;

/** The first columns from the left; those that are not named follow in the order they are
 * declared in. */
/** What stands beside the keyword where one looks at results pages. */
const OF_PAGE: readonly Id[] = [
  "text",
  "volume",
  "difficulty",
  "chance",
  "verdict",
  "title_matches",
  "address_matches",
  "openness",
  "phrase_pages",
  "weak_spots",
  "weakest",
  "publishers",
  "new_month",
  "views_least",
  "views_typical",
  "changes",
  "features",
];
const PAGE_ALONE: readonly Id[] = [
  ...["address_matches", "openness", "phrase_pages", "weakest", "publishers", "new_month"],
  ...["views_least", "views_typical", "changes", "features"],
] as Id[];
/** Columns that say something on one channel only. */
const ON: Partial<Record<string, Channel>> = Object.fromEntries(
  CHANNELS.flatMap((channel) => channel.columns.map((column) => [column, channel.id])),
);

const FIRST: readonly Id[] = [
  "text",
  "intent",
  "volume",
  "month_share",
  "difficulty",
  "verdict",
  "worth",
  "chance",
  "clicks",
  "cpc",
  "ad_competition",
  "title_matches",
  "weak_spots",
];
/** Widths of columns whose headings need more room than a figure does. */
const WIDTHS: Partial<Record<Id, string>> = {
  cpc: "104px",
  ad_competition: "112px",
  title_matches: "96px",
  weak_spots: "88px",
  address_matches: "116px",
  openness: "92px",
  phrase_pages: "102px",
  weakest: "112px",
  publishers: "76px",
  new_month: "104px",
  views_least: "88px",
  views_typical: "94px",
  changes: "104px",
  features: "150px",
};

/** Figures that stand at the left of their column, because a mark stands beside them. */
const LEFT: readonly Id[] = ["volume", "difficulty"];

const special = (seedWords: ReadonlySet<string>, family: Family): Partial<Record<Id, Special>> => ({
  text: {
    width: "minmax(216px, 1fr)",
    cell: (row) => (
      <>
        {family.within(row) && (
          <span
            className="mr-2 ml-3 h-full w-[2px] shrink-0 self-stretch bg-hairline"
            aria-hidden="true"
          />
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
            className="ml-2 shrink-0 rounded-md border border-hairline px-1 text-2xs text-ink-2
              hover:border-quiet"
          >
            {family.opened(row) ? "−" : "+"}
            {row.family_size - 1}
          </button>
        )}
        {row.state === "shortlisted" && (
          <span className="ml-2 shrink-0 text-2xs font-semibold text-pine">shortlist</span>
        )}
        {row.state === "dropped" && <span className="ml-2 shrink-0 text-2xs">rejected</span>}
        {row.priority && (
          <span className="ml-2 shrink-0 text-2xs text-persimmon-text">
            {PRIORITY[row.priority as keyof typeof PRIORITY]}
          </span>
        )}
      </>
    ),
  },
  intent: {
    width: "122px",
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
  volume: { width: "132px", cell: (row) => <Volume row={row} /> },
  month_share: {
    heading: "Year, Jan to Dec",
    width: "150px",
    sort: "change_share",
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
  difficulty: {
    heading: "Difficulty, you",
    width: "122px",
    cell: (row) =>
      row.difficulty === null ? (
        <Unknown why="results page not fetched" />
      ) : (
        <span className="flex items-center gap-2">
          <span className="w-5 text-right">{Math.round(row.difficulty)}</span>
          <Ladder difficulty={row.difficulty} own={row.own_strength} />
        </span>
      ),
  },
  verdict: {
    width: "82px",
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
          {capital(row.verdict) || <span className="sr-only">no verdict</span>}
        </span>
      </span>
    ),
  },
  features: {
    cell: (row) => (
      <span
        className="truncate text-xs text-ink-2"
        title={row.features.map(featureName).join(", ")}
      >
        {row.difficulty === null && !row.features.length ? (
          <Unknown why="results page not fetched" />
        ) : (
          row.features.map(featureName).join(", ")
        )}
      </span>
    ),
  },
  title_matches: {
    cell: (row) => (row.title_matches === null ? <Unknown /> : `${row.title_matches} of 10`),
  },
});

/** What is worked out from the chance. */
const ON_CHANCE: ReadonlySet<Id> = new Set(["chance", "clicks", "worth"]);

/** A figure that rests on an estimated chance: its results page is not known. */
const Estimated = ({ row, children }: { row: Row; children: string }) => (
  <span
    className="text-quiet italic"
    title={
      `Estimated from its figures and wording: the chance is between ` +
      `${likely(row.chance_low ?? 0)} and ${likely(row.chance_high ?? 1)}. ` +
      "Enter its results page or your own estimate to settle it."
    }
  >
    {children}
  </span>
);

/** A figure as its unit has it. */
function plain(column: (typeof COLUMNS)[number], currency: string) {
  const told = (value: number): string => {
    if (column.unit === "money") return money(value, currency);
    if (column.id === "chance") return likely(value);
    if (column.unit === "share") return percent(value);
    if (column.unit === "searches" || column.unit === "clicks") return count(value);
    if (value > 0 && value < 0.05) return "<0.1";
    return value < 100 ? String(+value.toFixed(1)) : count(value);
  };
  return (row: Row) => {
    const value = row[column.id as keyof Row];
    if (typeof value !== "number") return <Unknown />;
    return row.chance_from === "signs" && ON_CHANCE.has(column.id) ? (
      <Estimated row={row}>{`${told(value)}?`}</Estimated>
    ) : (
      told(value)
    );
  };
}

/** The columns of the sheet, made from what the server declares of each. */
export function sheetColumns(
  seedWords: ReadonlySet<string>,
  currency: string,
  family: Family,
  channel: Channel,
  set: "usual" | "page",
): SheetColumn<Row, Sort>[] {
  const own = special(seedWords, family);
  const order = set === "page" ? OF_PAGE : FIRST;
  const rank = (id: Id) => (order.includes(id) ? order.indexOf(id) : order.length);
  const belongs = (id: Id) => (set === "page" ? OF_PAGE.includes(id) : !PAGE_ALONE.includes(id));
  return COLUMNS.filter((column) => column.shown && belongs(column.id))
    .filter((column) => (ON[column.id] ?? channel) === channel)
    .sort((a, b) => rank(a.id) - rank(b.id))
    .map((column) => ({
      id: column.id,
      heading: column.heading,
      width: WIDTHS[column.id] ?? "64px",
      figure: column.figure,
      help: column.figure ? "" : column.help,
      ...(column.sorts ? { sort: column.id } : {}),
      right: (column.type === "number" || column.type === "count") && !LEFT.includes(column.id),
      cell: plain(column, currency),
      ...own[column.id],
    }));
}
