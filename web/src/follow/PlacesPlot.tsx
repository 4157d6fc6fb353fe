import { useState } from "react";
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from "recharts";
import { Button } from "../parts/Button";
import { downloadCsv } from "../parts/download";
import { count, day, MONTHS, plural } from "../parts/format";
import { BELOW, placeCell, placesCsv, plotRows } from "./historyMath";
import type { Live } from "./queries";

const TICKS = [1, 3, 10, 30, 100];
const QUIET = "var(--color-quiet)";
const dayText = (at: number) => {
  const when = new Date(at);
  return `${when.getUTCDate()} ${MONTHS[when.getUTCMonth()]}`;
};

/** Where the phrases stood over time, the first place on top, with the diary's marks; or what that
 * makes of visible searches. */
export function PlacesPlot({
  live,
  picked,
  marks,
}: {
  live: Live;
  picked: number | undefined;
  marks: readonly { day: string; label: string; entry: number }[];
}) {
  const [what, setWhat] = useState<"places" | "visible" | "table">("places");
  const rows = plotRows(live);
  if (!rows.length)
    return <p className="py-6 text-quiet">Its rankings have not been checked yet.</p>;
  const followed = live.phrases.filter((phrase) => phrase.until === null);
  const strong = picked ?? followed.find((phrase) => phrase.main)?.id;
  const ends = [
    Math.min(rows[0]?.day ?? 0, ...marks.map((mark) => Date.parse(mark.day))),
    Math.max(rows.at(-1)?.day ?? 0, ...marks.map((mark) => Date.parse(mark.day))),
  ];
  return (
    <figure>
      {what === "table" ? (
        <PlacesTable live={live} />
      ) : (
        <div
          style={{ height: 264 }}
          role="img"
          aria-label={
            what === "places"
              ? `Places of ${plural(followed.length, "keyword")} over time, first position at the top`
              : "Visible searches a month over time"
          }
        >
          <ResponsiveContainer
            width="100%"
            height="100%"
            initialDimension={{ width: 820, height: 264 }}
          >
            <LineChart data={rows} margin={{ top: 16, right: 16, bottom: 0, left: 0 }}>
              <CartesianGrid vertical={false} stroke="var(--color-hairline)" />
              <XAxis
                dataKey="day"
                type="number"
                domain={ends as [number, number]}
                tickFormatter={dayText}
                tick={{ fontSize: 11, fill: QUIET }}
                tickLine={false}
                minTickGap={48}
              />
              {what === "places" ? (
                <YAxis
                  width={64}
                  scale="log"
                  reversed
                  domain={[1, BELOW]}
                  ticks={[...TICKS, BELOW]}
                  allowDataOverflow
                  interval={0}
                  tickFormatter={(place: number) => (place === BELOW ? "below" : String(place))}
                  tick={{ fontSize: 11, fill: QUIET }}
                  tickLine={false}
                  axisLine={false}
                />
              ) : (
                <YAxis
                  width={64}
                  domain={[0, "auto"]}
                  tick={{ fontSize: 11, fill: QUIET }}
                  tickLine={false}
                  axisLine={false}
                />
              )}
              {what === "places" && (
                <ReferenceLine y={10} stroke="var(--color-pine)" strokeDasharray="2 3" />
              )}
              {live.engine.map((at) => (
                <ReferenceLine
                  key={`engine ${at}`}
                  x={Date.parse(at)}
                  stroke={QUIET}
                  strokeDasharray="6 3"
                  label={{ value: "engine", position: "insideTopRight", fontSize: 11, fill: QUIET }}
                />
              ))}
              {marks.map((mark) => (
                <ReferenceLine
                  key={mark.entry}
                  x={Date.parse(mark.day)}
                  stroke="var(--color-persimmon)"
                  label={{
                    value: mark.label,
                    position: "top",
                    fontSize: 11,
                    fontWeight: 600,
                    fill: "var(--color-persimmon-text)",
                  }}
                />
              ))}
              {what === "places" ? (
                followed.map((phrase) => (
                  <Line
                    key={phrase.id}
                    dataKey={`p${phrase.id}`}
                    name={phrase.text}
                    stroke={phrase.id === strong ? "var(--color-ink)" : "var(--color-indigo)"}
                    strokeOpacity={phrase.id === strong ? 1 : 0.38}
                    strokeWidth={phrase.id === strong ? 2.25 : 1.25}
                    type="stepAfter"
                    dot={false}
                    isAnimationActive={false}
                  />
                ))
              ) : (
                <Line
                  dataKey="visible"
                  name="Visible searches"
                  stroke="var(--color-indigo)"
                  strokeWidth={1.75}
                  type="stepAfter"
                  dot={false}
                  isAnimationActive={false}
                />
              )}
              <Tooltip
                isAnimationActive={false}
                labelFormatter={(at) => dayText(Number(at))}
                formatter={(value) =>
                  what === "visible"
                    ? count(Number(value))
                    : Number(value) === BELOW
                      ? "not ranking"
                      : String(value)
                }
                itemStyle={{ color: "var(--color-ink)", padding: 0 }}
                contentStyle={{
                  background: "var(--color-sheet)",
                  border: "1px solid var(--color-hairline)",
                  borderRadius: 5,
                  fontSize: 12,
                  padding: "4px 8px",
                  maxHeight: 240,
                  overflow: "hidden",
                }}
                cursor={{ stroke: "var(--color-ink)", strokeDasharray: "2 2" }}
              />
            </LineChart>
          </ResponsiveContainer>
        </div>
      )}
      <figcaption className="flex flex-wrap gap-1 pt-1">
        {(
          [
            ["places", "Positions"],
            ["visible", "Visible searches"],
            ["table", "As a table"],
          ] as const
        ).map(([id, name]) => (
          <Button key={id} look="bare" aria-pressed={what === id} onClick={() => setWhat(id)}>
            {what === id ? <b className="underline underline-offset-4">{name}</b> : name}
          </Button>
        ))}
        <Button look="bare" onClick={() => downloadCsv(placesCsv(live), "places.csv")}>
          Export as CSV
        </Button>
        <span className="ml-auto self-center text-xs text-quiet">
          {live.source && `Positions from ${live.source}${live.practice ? ", practice" : ""}`}
        </span>
      </figcaption>
    </figure>
  );
}

function PlacesTable({ live }: { live: Live }) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by key
    <div className="max-h-[264px] overflow-auto border border-hairline" tabIndex={0}>
      <table className="text-xs">
        <thead className="sticky top-0 bg-sheet">
          <tr>
            <th className="px-2 text-left">Keyword</th>
            {live.days.map((at) => (
              <th key={at} className="px-2 text-right whitespace-nowrap">
                {day(at)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {live.phrases.map((phrase) => (
            <tr key={phrase.id} className="border-t border-hairline">
              <th className="px-2 text-left font-normal whitespace-nowrap">{phrase.text}</th>
              {phrase.places.map((place, column) => (
                <td key={live.days[column]} className="px-2 text-right tabular-nums">
                  {placeCell(place) || "not checked"}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
