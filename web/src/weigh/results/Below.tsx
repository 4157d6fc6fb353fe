import type { ReactNode } from "react";
import { count, day, percent, plural } from "../../parts/format";
import { Help } from "../../parts/Help";
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
    <Part title="Also on the page" figure="open_share">
      <p>
        {told.in_part
          ? "What else is on it was not told"
          : also.length
            ? also.join(", ")
            : "Nothing but results"}
        : {percent(told.open_share)} of the clicks are {told.in_part ? "taken as" : ""} left for
        them.
      </p>
      {told.phone !== null && (
        <p>
          {percent(told.phone)} of the searches come from phones, {percent(1 - told.phone)} from
          larger screens.
        </p>
      )}
      <Phrases name="Asked there" phrases={told.questions} onGather={onGather} />
      <Phrases name="Searched besides" phrases={told.related} onGather={onGather} />
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
    <Part title="How it moves" figure="volatility">
      {told.days.length < 2 ? (
        <p>
          {told.read_on
            ? `It was read on one day only. ${told.can_be_read ? "Read" : "Bring"} it again in a ` +
              "week, and what moved stands here."
            : "It was not read yet."}
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
  if (after === null) return `gone from ${before}`;
  return `${after < before ? "up" : "down"} from ${before} to ${after}`;
}

function OverTime({ told }: { told: PageTold }) {
  const shown = told.days.slice(-6);
  const from = told.days.length - shown.length;
  return (
    <table className="w-full text-xs">
      <caption className="pb-1 text-left text-xs text-quiet">Positions at each reading</caption>
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
                {position ?? <span title="not in the first ten">–</span>}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Those who stand there, taken together; how many aim at the phrase in all. */
export function CompanyPart({ told }: { told: PageTold }) {
  const company = told.company;
  const words = company ? companyWords(told, company) : [];
  return (
    <Part title="Who they are" figure="openness">
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
    ? `${of} from ${count(spread.least)} to ${count(spread.most)}, mostly ${count(spread.typical)}`
    : "";

function companyWords(told: PageTold, company: Company): string[] {
  const names: Record<PageTold["channel"], [string, string][]> = {
    web: [
      ["standing", "Authority"],
      ["pull", "Linking sites"],
    ],
    video: [
      ["views", "Views"],
      ["standing", "Followers"],
    ],
    marketplace: [
      ["price", "Prices"],
      ["standing", "Reviews of the shops"],
    ],
  };
  const [week, month, year] = company.new ?? [];
  return [
    `${plural(company.titles, "title")} and ${plural(company.addresses, "address", "addresses")} of ` +
      `${company.results} say the phrase.`,
    ...names[told.channel].map(([name, of]) => {
      const said = spreadWords(company.spreads[name], of);
      return said && `${said}.`;
    }),
    company.new ? `New in the last week ${week}, month ${month}, year ${year}.` : "",
    company.several.length
      ? `${company.several.map((h) => `${h.publisher} holds ${h.places}`).join(", ")}.`
      : `${plural(company.publishers, PUBLISHERS[told.channel][0], PUBLISHERS[told.channel][1])}, a place each.`,
    company.own.length ? `Yours stands at ${company.own.join(" and ")}.` : "",
  ].filter(Boolean);
}

const PUBLISHERS: Record<PageTold["channel"], [string, string]> = {
  web: ["site", "sites"],
  video: ["channel", "channels"],
  marketplace: ["shop", "shops"],
};

/** Titles that say the phrase at each depth, against the searches. */
function depthWords(told: PageTold): string {
  const parts = told.says_at.map(({ depth, of, says }) =>
    of === depth ? `${says} of the first ${depth}` : `${says} of ${of} in the first ${depth}`,
  );
  const searches =
    told.row.volume === null ? "" : `, against ${count(told.row.volume)} searches a month`;
  return `The phrase stands in the title of ${parts.join(", ")}${searches}.`;
}

function aimedWords(told: PageTold): string {
  const all = told.found === null ? "" : ` ${count(told.found)} results in all.`;
  return `${sayingWords(told)}${all}`;
}

function sayingWords(told: PageTold): string {
  if (told.saying === null) return "How many pages say the phrase in all is not told.";
  const titled = told.titled === null ? "" : `, ${count(told.titled)} in title and address`;
  const open =
    told.openness === null
      ? ""
      : told.openness >= 1
        ? `; ${count(told.openness)} searches a month for each`
        : `; ${count(1 / told.openness)} of them for each search a month`;
  const few = told.few
    ? ` That is few, by your limit of ${count(told.few_pages)}.`
    : ` Few would be ${count(told.few_pages)}, by your limit.`;
  return `In all ${plural(told.saying, "page says", "pages say")} the phrase${titled}${open}.${few}`;
}
