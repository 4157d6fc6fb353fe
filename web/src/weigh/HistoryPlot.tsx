import { useState } from "react";
import {
  CartesianGrid,
  Line,
  LineChart,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from "recharts";
import { Button } from "../parts/Button";
import { downloadCsv } from "../parts/download";
import { exact, MONTHS } from "../parts/format";
import { byMonth, historyCsv, labelShifts, type Series } from "./history";

/** Hues that colour-blind readers tell apart, each also with its own dash. */
const LOOKS = [
  ["var(--color-indigo)", ""],
  ["var(--color-persimmon)", "7 3"],
  ["var(--color-pine)", "2 3"],
  ["var(--color-ochre)", "9 3 2 3"],
  ["var(--color-plum)", "4 4"],
  ["var(--color-slate)", "1 4"],
] as const;

const monthText = (month: string) =>
  `${MONTHS[Number(month.slice(5, 7)) - 1]} ${month.slice(2, 4)}`;

/** Searches month by month, labelled on the lines, with a crosshair, and the data as a table and
 * as CSV. */
export function HistoryPlot({
  series,
  file,
  height = 200,
}: {
  series: readonly Series[];
  file: string;
  height?: number;
}) {
  const [table, setTable] = useState(false);
  const months = byMonth(series);
  if (!months.length) return <p className="py-3 text-quiet">No monthly figures yet.</p>;
  const rows = months.map((row) => ({
    month: row.month,
    ...Object.fromEntries(row.values.map((value, i) => [`s${i}`, value])),
  }));
  const shifts = labelShifts(series, height - 38);
  return (
    <figure className="pt-2">
      {table ? (
        <div className="max-h-[220px] overflow-auto border border-hairline">
          <table className="w-full text-xs">
            <thead className="sticky top-0 bg-sheet">
              <tr>
                <th className="px-2 text-left">Month</th>
                {series.map((line) => (
                  <th key={line.name} className="px-2 text-right">
                    {series.length > 1 ? line.name : "Searches"}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {months.map((row) => (
                <tr key={row.month} className="border-t border-hairline">
                  <td className="px-2">{monthText(row.month)}</td>
                  {row.values.map((value, i) => (
                    <td key={series[i]?.name} className="px-2 text-right">
                      {value === null ? "not known" : exact(value)}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ) : (
        <div
          style={{ height }}
          role="img"
          aria-label={`Searches a month of ${series.map((line) => line.name).join(", ")}`}
        >
          <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 316, height }}>
            <LineChart
              data={rows}
              margin={{ top: 8, right: series.length > 1 ? 150 : 8, bottom: 0, left: 0 }}
            >
              <CartesianGrid vertical={false} stroke="var(--color-hairline)" />
              <XAxis
                dataKey="month"
                tickFormatter={monthText}
                tick={{ fontSize: 11, fill: "var(--color-quiet)" }}
                tickLine={false}
                minTickGap={36}
              />
              <YAxis
                width={52}
                tickFormatter={exact}
                tick={{ fontSize: 11, fill: "var(--color-quiet)" }}
                tickLine={false}
                axisLine={false}
                domain={[0, "auto"]}
              />
              <Tooltip
                isAnimationActive={false}
                labelFormatter={(month) => monthText(String(month))}
                formatter={(value) => [exact(Number(value)), ""]}
                separator=""
                contentStyle={{
                  border: "1px solid var(--color-hairline)",
                  borderRadius: 5,
                  fontSize: 12,
                  padding: "4px 8px",
                }}
                cursor={{ stroke: "var(--color-ink)", strokeDasharray: "2 2" }}
              />
              {series.map((line, i) => (
                <Line
                  key={line.name}
                  dataKey={`s${i}`}
                  stroke={LOOKS[i]?.[0]}
                  strokeDasharray={LOOKS[i]?.[1]}
                  strokeWidth={1.75}
                  dot={false}
                  isAnimationActive={false}
                  label={
                    series.length > 1
                      ? (label: { index?: number; x?: number | string; y?: number | string }) =>
                          label.index === rows.length - 1 && months.at(-1)?.values[i] != null ? (
                            <text
                              key={line.name}
                              x={Number(label.x) + 6}
                              y={Number(label.y) + 4 + (shifts[i] ?? 0)}
                              fontSize={11}
                              fill={LOOKS[i]?.[0]}
                            >
                              {line.name.length > 24 ? `${line.name.slice(0, 23)}…` : line.name}
                            </text>
                          ) : (
                            <g key={`${line.name}-${label.index}`} />
                          )
                      : false
                  }
                />
              ))}
            </LineChart>
          </ResponsiveContainer>
        </div>
      )}
      <figcaption className="flex gap-1 pt-1">
        <Button look="bare" onClick={() => setTable(!table)}>
          {table ? "Show as a plot" : "Show as a table"}
        </Button>
        <Button look="bare" onClick={() => downloadCsv(historyCsv(series), `${file}.csv`)}>
          Export as CSV
        </Button>
      </figcaption>
    </figure>
  );
}
