import { day } from "../parts/format";
import { Help } from "../parts/Help";
import { Scrolls } from "../parts/Scrolls";
import { VERDICTS } from "./followWords";
import type { Report } from "./queries";
import { changeWords, figureWords, monthWords, shownRows } from "./reportMath";

/** The report of a month as it is read and printed. */
export function ReportSheet({ told }: { told: Report }) {
  const rows = shownRows(told.figures);
  return (
    <article
      className="mx-auto my-4 w-[820px] max-w-full rounded-md border border-hairline bg-sheet px-10 max-[700px]:px-4
        py-8 print:my-0 print:w-auto print:rounded-none print:border-0 print:p-0
        print:text-[10.5pt]"
    >
      <p className="text-ink-2">
        {told.project}
        {told.outlet_name && `, ${told.outlet_name}`}
      </p>
      <h1 className="text-2xl">{monthWords(told.month)}</h1>
      {!told.is_over && <p className="text-quiet">The month is not over yet.</p>}
      {told.practice && (
        <p className="mt-2 border-l-4 border-dashed border-quiet pl-2 text-ink-2">
          Practice figures: the rankings come from a simulated world.
        </p>
      )}
      <Part title="Results">
        {rows.length ? (
          <Figures rows={rows} month={told.month} />
        ) : (
          <p className="text-ink-2 print:hidden">
            No figures for this month. Enter or import them.
          </p>
        )}
      </Part>
      <Part title="Rankings" figure="month_end">
        <Figures rows={shownRows(told.places)} month={told.month} />
        {!shownRows(told.places).length && <p className="text-ink-2">No rank check this month.</p>}
      </Part>
      <Part title="Published">
        {!told.published.length && <p className="text-ink-2">Nothing new.</p>}
        <ul>
          {told.published.map((entry) => (
            <li key={`${entry.title} ${entry.day}`}>
              {entry.title} <span className="text-quiet">{day(entry.day)}</span>
            </li>
          ))}
        </ul>
      </Part>
      <Part title="Changes and effects">
        {!told.changed.length && <p className="text-ink-2">Nothing was changed.</p>}
        <ul>
          {told.changed.map((entry) => {
            const verdict = VERDICTS[entry.why as keyof typeof VERDICTS];
            return (
              <li
                key={`${entry.title} ${entry.day} ${entry.what}`}
                className="border-t border-hairline py-2 first:border-0"
              >
                <b>{entry.title || "All pages"}</b>
                <span className="text-quiet"> {day(entry.day)}</span>
                {entry.reason && <p>{entry.reason}</p>}
                {entry.sentence && (
                  <p className="text-ink-2">
                    {verdict && `${verdict.words[0]?.toUpperCase()}${verdict.words.slice(1)}. `}
                    {entry.sentence}
                  </p>
                )}
              </li>
            );
          })}
        </ul>
      </Part>
      <Part title="Next month">
        {!told.work.length && <p className="text-ink-2">Nothing is planned yet.</p>}
        <ul>
          {told.work.map((work) => (
            <li key={`${work.what} ${work.title}`}>
              {work.what === "publish"
                ? `New: ${work.title}`
                : `Review the change of “${work.title}”`}
              {work.hours !== null && <span className="text-quiet"> about {work.hours} hours</span>}
            </li>
          ))}
        </ul>
      </Part>
    </article>
  );
}

function Figures({ rows, month }: { rows: Report["figures"]; month: string }) {
  if (!rows.length) return null;
  return (
    <Scrolls label={monthWords(month)}>
      <table className="w-full min-w-[560px] table-fixed">
        <thead>
          <tr className="text-xs text-quiet">
            <th className="w-[290px] text-left font-normal">
              <span className="sr-only">Figure</span>
            </th>
            <th className="text-right font-normal">{monthWords(month)}</th>
            <th className="text-right font-normal">a month before</th>
            <th className="text-right font-normal">a year before</th>
            <th className="w-[110px] text-right font-normal">change</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.id} className="border-t border-hairline">
              <th scope="row" className="py-1 text-left font-normal" title={row.about}>
                {row.name}
              </th>
              {row.values.map((value, i) => (
                <td
                  // biome-ignore lint/suspicious/noArrayIndexKey: three columns that never move
                  key={i}
                  className={`text-right tabular-nums ${i ? "text-ink-2" : "font-semibold"}`}
                >
                  {figureWords(value)}
                </td>
              ))}
              <td className="text-right text-ink-2">
                {changeWords(row.values[0] ?? null, row.values[1] ?? null)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Scrolls>
  );
}

function Part({
  title,
  figure,
  children,
}: {
  title: string;
  figure?: string;
  children: React.ReactNode;
}) {
  return (
    <section aria-label={title} className="pt-5 print:break-inside-avoid-page">
      <h2 className="border-b border-ink pb-1 text-lg">
        {figure ? <Help figure={figure}>{title}</Help> : title}
      </h2>
      <div className="pt-2">{children}</div>
    </section>
  );
}
