import type { ReactNode } from "react";
import { count, day, percent, plural } from "../../parts/format";
import { Help } from "../../parts/Help";
import { Scrolls } from "../../parts/Scrolls";
import { channelOf } from "../../shared/channels";
import { featureName } from "../resultWords";
import type { PageTold } from "./words";

function Part({
  title,
  figure = "",
  children,
}: {
  title: string;
  figure?: string;
  children: ReactNode;
}) {
  return (
    <section className="min-w-0">
      <h2 className="pb-1 text-sm font-semibold">
        <Help figure={figure} focusable={!!figure}>
          {title}
        </Help>
      </h2>
      <div className="flex flex-col gap-2 text-ink-2">{children}</div>
    </section>
  );
}

/** What else is on the page and what it takes of the clicks; questions and related searches, each
 * gathered by a press. */
export function AlsoPart({ told, onGather }: { told: PageTold; onGather: (text: string) => void }) {
  const also = [told.ads ? plural(told.ads, "ad") : "", ...told.features.map(featureName)].filter(
    Boolean,
  );
  return (
    <Part title="Results-page features" figure="open_share">
      <p>
        {told.in_part ? "Features not known" : also.length ? also.join(", ") : "No other features"}:{" "}
        an estimated {percent(told.open_share)} of clicks go to organic results.
      </p>
      {told.phone !== null && (
        <p>
          {percent(told.phone)} of the searches come from phones, {percent(1 - told.phone)} from
          larger screens.
        </p>
      )}
      <Phrases name="Questions" phrases={told.questions} onGather={onGather} />
      <Phrases name="Related searches" phrases={told.related} onGather={onGather} />
    </Part>
  );
}

function Phrases({
  name,
  phrases,
  onGather,
}: {
  name: string;
  phrases: PageTold["questions"];
  onGather: (text: string) => void;
}) {
  if (!phrases.length) return null;
  return (
    <div>
      <h3 className="text-xs text-quiet">{name}</h3>
      <ul>
        {phrases.map((phrase) => (
          <li key={phrase.text} className="flex items-center justify-between gap-2">
            <span className="min-w-0 truncate" title={phrase.text}>
              {phrase.text}
            </span>
            {phrase.known ? (
              <span className="shrink-0 text-xs text-quiet">gathered</span>
            ) : (
              <button
                type="button"
                className="shrink-0 text-xs font-semibold text-persimmon-text underline"
                aria-label={`Gather ${phrase.text}`}
                onClick={() => onGather(phrase.text)}
              >
                gather
              </button>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** How the page moves: in words, what changed since the reading before, and everybody's positions
 * at each reading. */
export function MovesPart({ told }: { told: PageTold }) {
  const last = told.days[told.days.length - 2];
  return (
    <Part title="How often it changes" figure="volatility">
      {told.days.length < 2 ? (
        <p>
          {told.read_on
            ? `Fetched once so far. ${told.can_be_read ? "Fetch" : "Import"} it again in a week to see what moved.`
            : "Not fetched yet."}
        </p>
      ) : (
        <>
          <p>
            {told.moves_words &&
              `${told.moves_words[0]?.toUpperCase()}${told.moves_words.slice(1)}.`}
          </p>
          <div>
            <h3 className="text-xs text-quiet">Since {last ? day(last) : ""}</h3>
            {told.moved.length ? (
              <ul>
                {told.moved.map((moved) => (
                  <li key={moved.address} className="flex justify-between gap-2">
                    <span className="min-w-0 truncate" title={moved.title}>
                      {moved.publisher}
                    </span>
                    <span className="shrink-0">{movedWords(moved)}</span>
                  </li>
                ))}
              </ul>
            ) : (
              <p>Nothing moved.</p>
            )}
          </div>
          <OverTime told={told} />
        </>
      )}
    </Part>
  );
}

function movedWords({ before, after }: PageTold["moved"][number]): string {
  if (before === null) return `new at ${after}`;
  if (after === null) return `was ${before}, now gone`;
  return `${after < before ? "up" : "down"} from ${before} to ${after}`;
}

function OverTime({ told }: { told: PageTold }) {
  const shown = told.days.slice(-6);
  const from = told.days.length - shown.length;
  return (
    <Scrolls label="Positions at each date">
      <table className="w-full text-xs">
        <caption className="pb-1 text-left text-xs text-quiet">Positions at each date</caption>
        <thead>
          <tr className="text-quiet">
            <td />
            {shown.map((on) => (
              <th key={on} scope="col" className="px-1 text-right font-normal whitespace-nowrap">
                {day(on)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {told.over_time.map((line) => (
            <tr key={line.address} className="border-t border-hairline">
              <th
                scope="row"
                className="max-w-[150px] truncate py-[2px] text-left font-normal"
                title={line.address}
              >
                {line.publisher}
              </th>
              {line.positions.slice(from).map((position, i) => (
                <td key={shown[i]} className="px-1 text-right">
                  {position ?? <span title="not in the top 10">–</span>}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Scrolls>
  );
}

/** Those who stand there, taken together; how many aim at the phrase in all. */
export function CompanyPart({ told }: { told: PageTold }) {
  const company = told.company;
  const words = company ? companyWords(told, company) : [];
  return (
    <Part title="Profile of page one" figure="openness">
      {words.map((line) => (
        <p key={line}>{line}</p>
      ))}
      <p>{aimedWords(told)}</p>
      {told.says_at.length > 1 && <p>{depthWords(told)}</p>}
    </Part>
  );
}

type Company = NonNullable<PageTold["company"]>;

const spreadWords = (spread: Company["spreads"][string] | undefined, of: string) =>
  spread
    ? `${of}: ${count(spread.least)} to ${count(spread.most)}, typically ${count(spread.typical)}`
    : "";

function companyWords(told: PageTold, company: Company): string[] {
  const { spreads, publisher, publishers } = channelOf(told.channel);
  const [week, month, year] = company.new ?? [];
  return [
    `The phrase is in ${plural(company.titles, "title")} and ${plural(company.addresses, "URL")} of ${company.results}.`,
    ...spreads.map(([name, of]) => {
      const said = spreadWords(company.spreads[name], of);
      return said && `${said}.`;
    }),
    company.new ? `New in the last week ${week}, month ${month}, year ${year}.` : "",
    company.several.length
      ? `${company.several.map((h) => `${h.publisher} has ${h.places}`).join(", ")}.`
      : `${plural(company.publishers, publisher, publishers)}, one result each.`,
    company.own.length ? `You are at position ${company.own.join(" and ")}.` : "",
  ].filter(Boolean);
}

/** Titles that say the phrase at each depth, against the searches. */
function depthWords(told: PageTold): string {
  const parts = told.says_at.map(({ depth, of, says }) =>
    of === depth ? `${says} of the top ${depth}` : `${says} of ${of} in the top ${depth}`,
  );
  const searches =
    told.row.volume === null ? "" : `, against ${count(told.row.volume)} searches a month`;
  return `Titles with the phrase: ${parts.join(", ")}${searches}.`;
}

function aimedWords(told: PageTold): string {
  const all = told.found === null ? "" : ` ${count(told.found)} results in all.`;
  return `${sayingWords(told)}${all}`;
}

function sayingWords(told: PageTold): string {
  if (told.saying === null) return "Number of pages with the exact phrase: not known.";
  const titled = told.titled === null ? "" : `, ${count(told.titled)} in title and URL`;
  const open =
    told.openness === null
      ? ""
      : told.openness >= 1
        ? `; ${count(told.openness)} searches a month for each`
        : `; ${count(1 / told.openness)} pages for each search a month`;
  const few = told.few
    ? ` Rarely covered (your limit: ${count(told.few_pages)}).`
    : ` Your limit for rarely covered: ${count(told.few_pages)}.`;
  return `${plural(told.saying, "page contains", "pages contain")} the exact phrase${titled}${open}.${few}`;
}
