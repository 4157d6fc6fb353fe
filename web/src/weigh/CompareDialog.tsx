import { useQueries } from "@tanstack/react-query";
import { lazy, Suspense } from "react";
import type { Row } from "../api/client";
import { change, count, likely, money } from "../parts/format";
import { Hands } from "../parts/Hands";
import { Help } from "../parts/Help";
import { Modal } from "../parts/Modal";
import { YearStrip } from "../parts/YearStrip";
import { inspectionQuery } from "../shared/queries";
import { capital } from "./filters";

const HistoryPlot = lazy(() => import("./HistoryPlot").then((m) => ({ default: m.HistoryPlot })));

type Line = {
  name: string;
  figure?: string;
  of: (row: Row) => React.ReactNode;
  best?: (row: Row) => number | null;
};

const lines = (currency: string): Line[] => [
  {
    name: "Searches a month",
    figure: "volume",
    of: (r) => (r.volume === null ? null : `${r.volume_rough ? "about " : ""}${count(r.volume)}`),
    best: (r) => r.volume,
  },
  {
    name: "Between",
    of: (r) =>
      r.volume_low === null || r.volume_high === null
        ? null
        : `${count(r.volume_low)} – ${count(r.volume_high)}`,
  },
  {
    name: "Year",
    figure: "season",
    of: (r) => <YearStrip shares={r.month_share} peak={r.peak_month} />,
  },
  {
    name: "Trend",
    of: (r) =>
      r.trend === "unknown"
        ? null
        : `${capital(r.trend)}${r.change_share === null ? "" : `, ${change(r.change_share)}`}`,
  },
  { name: "Intent", figure: "intent", of: (r) => capital(r.intent) || null },
  {
    name: "Per click",
    of: (r) => (r.cpc === null ? null : money(r.cpc, currency)),
    best: (r) => r.cpc,
  },
  {
    name: "Title matches",
    figure: "title_matches",
    of: (r) => (r.title_matches === null ? null : `${r.title_matches} of 10`),
    best: (r) => (r.title_matches === null ? null : -r.title_matches),
  },
  {
    name: "Difficulty",
    figure: "difficulty",
    of: (r) => (r.difficulty === null ? null : Math.round(r.difficulty)),
    best: (r) => (r.difficulty === null ? null : -r.difficulty),
  },
  {
    name: "Chance",
    figure: "chance",
    of: (r) => (r.chance === null ? null : likely(r.chance)),
    best: (r) => r.chance,
  },
  {
    name: "Clicks a month",
    figure: "clicks",
    of: (r) => (r.clicks === null ? null : count(r.clicks)),
    best: (r) => r.clicks,
  },
  {
    name: "Worth a month",
    figure: "worth",
    of: (r) => (r.worth === null ? null : money(r.worth, currency)),
    best: (r) => r.worth,
  },
  {
    name: "Verdict",
    figure: "verdict",
    of: (r) => (
      <span className="flex items-center gap-2">
        <Hands heights={r.hands} /> {capital(r.verdict)}
      </span>
    ),
  },
];

/** Two to six wordings side by side: every figure, the best of each line strong, and their
 * months in one plot. */
export function CompareDialog({
  projectId,
  rows,
  currency,
  open,
  onOpenChange,
}: {
  projectId: number;
  rows: readonly Row[];
  currency: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
}) {
  const details = useQueries({
    queries: rows.map((row) => ({ ...inspectionQuery(projectId, row.id), enabled: open })),
  });
  const now = rows.map((row, i) => details[i]?.data?.row ?? row);
  const series = now.map((row, i) => ({ name: row.text, points: details[i]?.data?.history ?? [] }));
  return (
    <Modal open={open} onOpenChange={onOpenChange} title={`Compare ${rows.length} keywords`} wide>
      <div className="overflow-x-auto">
        <table className="w-full">
          <thead>
            <tr>
              <td className="w-[120px]" />
              {now.map((row) => (
                <th
                  key={row.id}
                  scope="col"
                  className="px-2 pb-2 text-left align-bottom font-semibold"
                >
                  {row.text}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {lines(currency).map((line) => {
              const values = now.map((row) => line.best?.(row) ?? null);
              const top = Math.max(...values.map((value) => value ?? Number.NEGATIVE_INFINITY));
              return (
                <tr key={line.name} className="border-t border-hairline">
                  <th
                    scope="row"
                    className="py-[6px] pr-3 text-left text-xs font-normal whitespace-nowrap
                      text-quiet"
                  >
                    <Help figure={line.figure ?? ""} focusable={line.figure !== undefined}>
                      {line.name}
                    </Help>
                  </th>
                  {now.map((row, i) => (
                    <td
                      key={row.id}
                      className={`px-2
                        ${values[i] !== null && values[i] === top ? "font-bold" : ""}`}
                    >
                      {line.of(row) ?? (
                        <span className="hatched inline-block h-[10px] w-9" title="not known" />
                      )}
                    </td>
                  ))}
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <Suspense fallback={<p className="py-8 text-center text-quiet">Drawing</p>}>
        <HistoryPlot series={series} file="comparison" height={190} />
      </Suspense>
      <p className="pt-2 text-xs text-quiet">
        The best of each line is strong. All figures are estimates.
      </p>
    </Modal>
  );
}
