import { Link } from "@tanstack/react-router";
import { count, percent } from "../../parts/format";
import { Help } from "../../parts/Help";
import { Scrolls } from "../../parts/Scrolls";
import { usePlace } from "../../shared/channels";
import { ageOf, shortAddress } from "../resultWords";
import {
  has,
  type Landing,
  type PageTold,
  type ResultsSort,
  reachWords,
  type Standing,
} from "./words";

const COLUMNS =
  "grid grid-cols-[30px_minmax(210px,1fr)_104px_minmax(116px,170px)_minmax(112px,184px)_minmax(104px,168px)_72px] " +
  "gap-x-3";

/** Who stands there, one row a result; and at each place of the first ten how likely one would
 * land there at the strength that is looked at. */
export function StandingTable({
  told,
  results,
  landing,
  strength,
  currency,
  sort,
  onSort,
}: {
  told: PageTold;
  results: readonly Standing[];
  landing: Landing | undefined;
  strength: number | null;
  currency: string;
  sort: ResultsSort;
  onSort: (sort: ResultsSort) => void;
}) {
  const at = usePlace();
  const place = { projectId: String(at.projectId), channel: at.channel };
  const most = Math.max(0.2, ...(landing?.positions ?? []));
  const heading = (id: ResultsSort, figure: string, name: string, help = "") => (
    <button
      type="button"
      aria-pressed={sort === id}
      onClick={() => onSort(id)}
      className={`text-left hover:text-ink ${sort === id ? "font-bold text-ink" : ""}`}
    >
      <Help figure={figure} title={name} text={help} focusable={false}>
        {name}
      </Help>
    </button>
  );
  return (
    <Scrolls label="Results, wider than the page">
      <div
        role="table"
        aria-label="Results"
        className="min-w-[840px] border-y border-hairline bg-sheet"
      >
        <div
          role="row"
          className={`${COLUMNS} items-center border-b border-hairline px-[18px] py-2 text-xs text-quiet`}
        >
          <span role="columnheader">
            {heading("position", "", "#", "The position on the results page, without ads.")}
          </span>
          <span role="columnheader">
            {heading(
              "published",
              "",
              "Results, without ads",
              "Who ranks, with title and age. Sorted by age: young pages that rank are a good sign.",
            )}
          </span>
          <span role="columnheader">{heading("wording", "wording", "Phrase in title")}</span>
          <span role="columnheader">
            {heading(
              "has",
              "",
              "Key figures",
              "What makes a result strong on this channel: authority and links, followers and views, or reviews and sales.",
            )}
          </span>
          <span role="columnheader">
            {heading(
              "strength",
              "strength",
              strength === null ? "Strength" : "Strength (line: you)",
            )}
          </span>
          <span role="columnheader">
            <Help figure="landing">Your likely position</Help>
          </span>
          <span role="columnheader" className="text-right">
            <Help figure="place_clicks">Visits per position</Help>
          </span>
        </div>
        {results.map((result) => {
          const weak =
            strength !== null &&
            result.strength !== null &&
            result.strength < strength - told.behind;
          const likely = landing?.positions[result.place - 1];
          const visits = told.clicks_of_places[result.place - 1];
          return (
            <div
              role="row"
              key={`${result.position} ${result.address}`}
              className={`${COLUMNS} items-center border-b border-hairline px-[18px] py-[5px]
              last:border-b-0 ${result.own ? "bg-persimmon-wash" : ""}`}
            >
              <span
                role="cell"
                className={`text-right ${weak ? "font-bold text-pine" : "text-ink-2"}`}
              >
                {result.position}
              </span>
              <span role="cell" className="min-w-0">
                <span className="block truncate" title={result.title}>
                  {result.title_parts.map((part, i) =>
                    part.mine ? (
                      // biome-ignore lint/suspicious/noArrayIndexKey: pieces of one text
                      <strong key={i}>{part.text}</strong>
                    ) : (
                      // biome-ignore lint/suspicious/noArrayIndexKey: pieces of one text
                      <span key={i} className="text-ink-2">
                        {part.text}
                      </span>
                    ),
                  )}
                </span>
                <span className="block truncate text-xs text-quiet" title={result.address}>
                  {result.own && <strong className="text-persimmon-text">yours · </strong>}
                  <Link
                    to="/p/$projectId/$channel/rivals"
                    params={place}
                    search={{ publisher: result.publisher }}
                    className="font-semibold text-ink-2 hover:underline"
                  >
                    {result.publisher}
                  </Link>
                  {" · "}
                  {[
                    result.elsewhere ? "off topic" : "",
                    result.places > 1 ? `${result.places} results here` : "",
                    ageOf(result.published),
                    pathOf(result),
                  ]
                    .filter(Boolean)
                    .join(" · ")}
                </span>
              </span>
              <span role="cell" className="text-xs">
                <span
                  className={result.wording === "exact phrase" ? "font-semibold" : "text-ink-2"}
                >
                  {result.wording === "exact phrase" ? "the phrase" : result.wording}
                </span>
                {result.address_wording === "exact phrase" && (
                  <span className="block text-quiet">
                    {result.wording === "exact phrase" ? "and in URL" : "in URL"}
                  </span>
                )}
              </span>
              <span
                role="cell"
                className="min-w-0 text-xs text-ink-2"
                title={
                  result.reach?.most
                    ? `${reachWords(result) || "Ranks for this phrase only"}; most from “${result.reach.most}”`
                    : undefined
                }
              >
                {has(result, told.channel, currency).map((part, i) => (
                  <span key={part} className={`block truncate ${i > 0 ? "text-quiet" : ""}`}>
                    {part}
                  </span>
                ))}
                {!has(result, told.channel, currency).length && (
                  <span className="text-quiet italic">not known</span>
                )}
              </span>
              <Strength result={result} strength={strength} weak={weak} />
              <span role="cell" className="flex items-center gap-2">
                {likely !== undefined && (
                  <>
                    <span
                      className="h-[20px] shrink-0 bg-indigo"
                      style={{ width: `${Math.max(1, (70 * likely) / most)}%` }}
                    />
                    <span className="text-xs text-ink-2">
                      {likely >= 0.005 ? percent(likely) : ""}
                    </span>
                  </>
                )}
              </span>
              <span role="cell" className="text-right text-ink-2">
                {visits === undefined || visits === null ? "" : count(visits)}
              </span>
            </div>
          );
        })}
      </div>
    </Scrolls>
  );
}

function Strength({
  result,
  strength,
  weak,
}: {
  result: Standing;
  strength: number | null;
  weak: boolean;
}) {
  if (result.strength === null)
    return (
      <span role="cell" className="text-xs text-quiet italic">
        not known
      </span>
    );
  const [who, pull, wording] = result.parts;
  const made =
    who === null || who === undefined
      ? "assumed: the median of the known results"
      : `outlet ${Math.round(who)}, backlinks ${Math.round(pull ?? 0)}, ` +
        `its title ${Math.round(wording ?? 0)}`;
  return (
    <span role="cell" className="flex items-center gap-2" title={`Strength: ${made}`}>
      <span className={`w-6 text-right ${weak ? "font-bold text-pine" : ""}`}>
        {Math.round(result.strength)}
      </span>
      <span className="relative h-[7px] flex-1 bg-trough">
        <span
          className={`absolute inset-y-0 left-0 ${weak ? "bg-pine" : "bg-bar"}`}
          style={{ width: `${result.strength}%` }}
        />
        {strength !== null && (
          <span
            className="absolute -inset-y-[7px] w-[2px] bg-persimmon"
            style={{ left: `${strength}%` }}
          />
        )}
      </span>
      <span className="sr-only">{weak ? "weaker than you" : ""}</span>
    </span>
  );
}

/** An address without its host, where that is who publishes it. */
function pathOf(result: Standing): string {
  const address = shortAddress(result.address);
  return address.startsWith(result.publisher) ? address.slice(result.publisher.length) : address;
}
