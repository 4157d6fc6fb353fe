import { useNavigate } from "@tanstack/react-router";
import { count, day, likely, nth } from "../parts/format";
import { type Head, HeadRow } from "../parts/HeadHelp";
import { Scrolls } from "../parts/Scrolls";
import { usePlace } from "../shared/channels";
import { againstForecast } from "./historyMath";
import type { Live, Track } from "./queries";

const HEADS: readonly Head[] = [
  {
    name: "Keyword",
    help: "What the piece should rank for. Press one to highlight it in the chart.",
  },
  { name: "Searches", right: true, figure: "volume" },
  {
    name: "Forecast",
    right: true,
    help: "The position expected on the day of publishing, once settled. Compare it with Now.",
  },
  {
    name: "Four weeks ago",
    right: true,
    help: "The position in the check nearest to four weeks ago. A change since then is at the right.",
  },
  {
    name: "Now",
    right: true,
    help: "The position in the latest check; not ranking means not among the results checked.",
  },
  {
    name: "Best",
    right: true,
    help: "The best position since publishing. If Now is far below it, find out what changed.",
  },
  {
    name: "Ranking since",
    help: "The first check in which it ranked. New pages often need weeks.",
  },
  {
    name: "Your other pages",
    help: "Other pages of yours that rank for it too. If one ranks better, they compete.",
  },
];

/** The phrases of a live piece: what was foretold, where each stood and stands. */
export function PhraseTable({ live }: { live: Live }) {
  const { projectId, channel } = usePlace();
  const navigate = useNavigate({ from: "/p/$projectId/$channel/follow/piece" });
  const settled = live.settled_on <= live.today;
  return (
    <section aria-label="Phrases" className="pt-3">
      <Scrolls label="Keywords of the piece">
        <table className="w-full border border-hairline bg-sheet">
          <thead>
            <HeadRow heads={HEADS} cell="px-2 py-1" />
          </thead>
          <tbody>
            {live.phrases.map((track) => {
              const against = againstForecast(track, settled);
              return (
                <tr
                  key={track.id}
                  className={`border-b border-hairline last:border-0 hover:bg-paper
                  ${track.until ? "text-quiet" : ""}`}
                >
                  <th scope="row" className="px-2 py-[6px] text-left font-normal">
                    <button
                      type="button"
                      title="Highlight in chart"
                      onClick={() =>
                        navigate({
                          to: "/p/$projectId/$channel/follow/piece",
                          params: { projectId: String(projectId), channel },
                          search: (now) => ({ ...now, phrase: track.id }),
                          replace: true,
                        })
                      }
                      className={`text-left hover:underline ${track.main ? "font-semibold" : ""}`}
                    >
                      {track.text}
                    </button>
                    {track.until && (
                      <span className="text-xs">
                        {" "}
                        no longer of the piece since {day(track.until)}
                      </span>
                    )}
                  </th>
                  <td className="px-2 text-right tabular-nums">
                    {track.searches === null ? (
                      <span className="text-quiet">not known</span>
                    ) : (
                      count(track.searches)
                    )}
                  </td>
                  <td className="px-2 text-right" title={against?.words}>
                    {foretold(track)}
                    {against && against.side !== 0 && (
                      <span className={against.side > 0 ? "text-pine" : "text-persimmon-text"}>
                        {against.side > 0 ? " ▲" : " ▼"}
                      </span>
                    )}
                  </td>
                  <Place place={track.before} quiet />
                  <Place place={track.last} map={track.on_map} />
                  <Place place={track.best} quiet />
                  <td className="px-2 text-xs text-ink-2">
                    {track.first_shown ? day(track.first_shown) : ""}
                  </td>
                  <td className="max-w-[140px] truncate px-2 text-xs" title={track.other_address}>
                    {track.other
                      ? `${nth(track.other)}: ${track.other_address.replace(/^https?:\/\/[^/]+/, "")}`
                      : ""}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </Scrolls>
      {live.phrases.some((track) => track.chance !== null) && (
        <p className="pt-1 text-xs text-quiet">
          Forecast: the chance of page one once settled
          {settled ? ", which it is" : `, about ${day(live.settled_on)}`}, as estimated when
          tracking began. ▲ better, ▼ worse than that.
        </p>
      )}
    </section>
  );
}

const foretold = (track: Track): string =>
  track.chance === null ? "not known" : `${likely(track.chance)} page one`;

function Place({
  place,
  map,
  quiet = false,
}: {
  place: number | null;
  map?: number | null;
  quiet?: boolean;
}) {
  return (
    <td className={`px-2 text-right tabular-nums ${quiet ? "text-ink-2" : "font-semibold"}`}>
      {place === null ? (
        <span className="hatched inline-block h-3 w-6 align-middle" title="Not checked" />
      ) : place === 0 ? (
        <span className="text-xs font-normal text-quiet">not ranking</span>
      ) : (
        place
      )}
      {map !== undefined && map !== null && (
        <span className="block text-xs font-normal text-quiet">
          {map ? `map ${map}` : "not on the map"}
        </span>
      )}
    </td>
  );
}
