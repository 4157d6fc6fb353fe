import { useQueries } from "@tanstack/react-query";
import { Link, useSearch } from "@tanstack/react-router";
import { lazy, Suspense } from "react";
import type { Row, Schemas } from "../api/client";
import { buttonLook } from "../parts/Button";
import { change, count, likely, money, plural } from "../parts/format";
import { Hands } from "../parts/Hands";
import { Help } from "../parts/Help";
import { PageHead } from "../parts/PageHead";
import { ProblemNote } from "../parts/ProblemNote";
import { SkeletonLines } from "../parts/Skeleton";
import { YearStrip } from "../parts/YearStrip";
import { usePlace } from "../shared/channels";
import { inspectionQuery, useProject } from "../shared/queries";
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
    name: "Range",
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
    name: "CPC",
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
 * months in one plot. The address holds which. */
export function ComparePage() {
  const { projectId, channel } = usePlace();
  const { ids } = useSearch({ from: "/p/$projectId/$channel/compare" });
  const currency = useProject(projectId).data?.currency ?? "£";
  const details = useQueries({ queries: ids.map((id) => inspectionQuery(projectId, id)) });
  const failed = details.find((detail) => detail.error)?.error;
  const known = details.flatMap((detail) => (detail.data ? [detail.data] : []));
  return (
    <main className="flex min-w-0 flex-1 flex-col overflow-auto">
      <div className="px-[18px] pb-3">
        <PageHead
          title="Compare keywords"
          about={`${plural(ids.length, "keyword")} side by side; the best value in each row is bold`}
        >
          <Link
            to="/p/$projectId/$channel/weigh"
            params={{ projectId: String(projectId), channel }}
            className={buttonLook("plain")}
          >
            Back to the table
          </Link>
        </PageHead>
      </div>
      <div className="flex-1 border-t border-hairline bg-sheet px-[18px] py-4">
        {failed && <ProblemNote error={failed} />}
        {ids.length < 2 ? (
          <p className="text-ink-2">
            Add two to six keywords to the compare tray (C), then open this view.
          </p>
        ) : known.length < ids.length && !failed ? (
          <SkeletonLines lines={13} />
        ) : (
          <Comparison known={known} currency={currency} />
        )}
      </div>
    </main>
  );
}

export function Comparison({
  known,
  currency,
}: {
  known: readonly Schemas["InspectorOut"][];
  currency: string;
}) {
  const now = known.map((detail) => detail.row);
  const series = known.map((detail) => ({ name: detail.row.text, points: detail.history }));
  return (
    <>
      <div className="overflow-x-auto">
        <table className="w-full min-w-[640px] table-fixed">
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
      <Suspense fallback={<p className="py-8 text-center text-quiet">Chart</p>}>
        <HistoryPlot series={series} file="comparison" height={240} />
      </Suspense>
      <p className="pt-2 text-xs text-quiet">All figures are estimates.</p>
    </>
  );
}
