import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { Button, buttonLook } from "../parts/Button";
import { useCommand } from "../parts/commands";
import { FileDrop } from "../parts/FileDrop";
import { day, monthName } from "../parts/format";
import { Help } from "../parts/Help";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
import { Select } from "../parts/Select";
import { useKey } from "../parts/useKey";
import { usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { bringMonths, setFigures } from "./changes";
import { VERDICTS } from "./followWords";
import { type Report, useReport, useWatch } from "./queries";
import { changeWords, figureWords, lastMonths, shownRows } from "./reportMath";

/** The month's report: to be read, printed and taken away, by somebody who does not know the
 * trade. */
export function ReportPage() {
  const { projectId, channel } = usePlace();
  const { month, outlet } = useSearch({ from: "/p/$projectId/$channel/follow/report" });
  const navigate = useNavigate({ from: "/p/$projectId/$channel/follow/report" });
  const today = useWatch(projectId)?.today;
  const wanted = month ? `${month}-01` : today ? `${today.slice(0, 7)}-01` : "";
  const found = useReport(projectId, wanted, outlet);
  const told = found.data;
  const [bringing, setBringing] = useState(false);
  const [filling, setFilling] = useState(false);
  useKey("p", () => window.print());
  useCommand("Print the report", () => window.print(), { keys: "p" });
  const query = `month=${wanted}${outlet ? `&outlet=${outlet}` : ""}`;
  const away = `/api/projects/${projectId}/follow/report`;
  return (
    <main className="flex min-w-0 flex-1 flex-col overflow-auto print:block print:overflow-visible">
      <div className="mx-auto flex w-[820px] max-w-full items-center gap-2 px-6 pt-4 print:hidden">
        <Link
          to="/p/$projectId/$channel/follow"
          params={{ projectId: String(projectId), channel }}
          search={{ order: "moved" }}
          className={buttonLook("bare")}
        >
          What is live
        </Link>
        {told && today && (
          <>
            <div className="w-[170px]">
              <Select
                label="Month"
                value={wanted.slice(0, 7)}
                onChange={(chosen) =>
                  navigate({ search: (now) => ({ ...now, month: chosen || undefined }) })
                }
              >
                {lastMonths(told.first_month, today).map((each) => (
                  <option key={each} value={each}>
                    {monthWords(each)}
                  </option>
                ))}
              </Select>
            </div>
            <div className="w-[180px]">
              <Select
                label="Outlet"
                value={outlet ?? ""}
                onChange={(chosen) =>
                  navigate({
                    search: (now) => ({ ...now, outlet: chosen ? Number(chosen) : undefined }),
                  })
                }
              >
                <option value="">All outlets</option>
                {told.outlets.map((each) => (
                  <option key={each.id} value={each.id}>
                    {each.name}
                  </option>
                ))}
              </Select>
            </div>
          </>
        )}
        <span className="flex-1" />
        <Button onClick={() => setFilling(true)}>Type figures</Button>
        <Button onClick={() => setBringing(true)}>Bring figures</Button>
        <a className={buttonLook("plain")} href={`${away}.xlsx?${query}`} download>
          XLSX
        </a>
        <a className={buttonLook("plain")} href={`${away}.csv?${query}`} download>
          CSV
        </a>
        <Button onClick={() => window.print()}>Print</Button>
      </div>
      {found.error && <ProblemNote error={found.error} />}
      {told && <Sheet told={told} />}
      {bringing && <BringDialog onClose={() => setBringing(false)} />}
      {filling && told && <FiguresDialog told={told} onClose={() => setFilling(false)} />}
    </main>
  );
}

const monthWords = (month: string) =>
  `${monthName(Number(month.slice(5, 7)))} ${month.slice(0, 4)}`;

function Sheet({ told }: { told: Report }) {
  const rows = shownRows(told.figures);
  return (
    <article
      className="mx-auto my-4 w-[820px] max-w-full rounded-md border border-hairline bg-sheet px-10
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
          Practice figures: the places are those of a simulated world.
        </p>
      )}
      <Part title="What came">
        {rows.length ? (
          <Figures rows={rows} month={told.month} />
        ) : (
          <p className="text-ink-2 print:hidden">
            No figure of this month is known yet: type them, or bring them in from a table.
          </p>
        )}
      </Part>
      <Part title="Where we are found" figure="month_end">
        <Figures rows={shownRows(told.places)} month={told.month} />
        {!shownRows(told.places).length && (
          <p className="text-ink-2">Nobody looked in this month.</p>
        )}
      </Part>
      <Part title="What we published">
        {!told.published.length && <p className="text-ink-2">Nothing new.</p>}
        <ul>
          {told.published.map((entry) => (
            <li key={`${entry.title} ${entry.day}`}>
              {entry.title} <span className="text-quiet">{day(entry.day)}</span>
            </li>
          ))}
        </ul>
      </Part>
      <Part title="What we changed, and what it brought">
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
      <Part title="What comes next month">
        {!told.work.length && <p className="text-ink-2">Nothing is planned yet.</p>}
        <ul>
          {told.work.map((work) => (
            <li key={`${work.what} ${work.title}`}>
              {work.what === "publish" ? "New: " : "Look back at the change of "}
              {work.title}
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
    <table className="w-full table-fixed">
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

function FiguresDialog({ told, onClose }: { told: Report; onClose: () => void }) {
  const { projectId } = usePlace();
  const [values, setValues] = useState<Record<string, string>>(
    Object.fromEntries(told.figures.map((row) => [row.id, row.values[0]?.toString() ?? ""])),
  );
  const keep = useChange(
    projectId,
    () =>
      setFigures(projectId, {
        month: told.month,
        outlet: told.outlet,
        values: Object.fromEntries(
          told.figures
            .filter((row) => (row.values[0]?.toString() ?? "") !== values[row.id])
            .map((row) => [row.id, values[row.id] === "" ? null : Number(values[row.id])]),
        ),
      }),
    { done: onClose },
  );
  return (
    <Modal
      open
      onOpenChange={onClose}
      title={`Figures of ${monthWords(told.month)}${told.outlet_name && `, ${told.outlet_name}`}`}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate(undefined);
        }}
      >
        {keep.error && <ProblemNote error={keep.error} />}
        <div className="grid grid-cols-[1fr_120px] items-center gap-x-3 gap-y-1">
          {told.figures.map((row) => (
            <label key={row.id} className="contents">
              <span title={row.about}>{row.name}</span>
              <input
                type="number"
                step="any"
                min={0}
                value={values[row.id] ?? ""}
                onChange={(event) => setValues((now) => ({ ...now, [row.id]: event.target.value }))}
                className="h-[30px] rounded-md border border-bar bg-sheet px-2 text-right"
              />
            </label>
          ))}
        </div>
        <div className="flex justify-end gap-2 pt-3">
          <Button onClick={onClose}>Leave as it is</Button>
          <Button look="main" type="submit" disabled={keep.isPending}>
            Keep
          </Button>
        </div>
      </form>
    </Modal>
  );
}

function BringDialog({ onClose }: { onClose: () => void }) {
  const { projectId } = usePlace();
  const bring = useChange(projectId, (file: File) => bringMonths(projectId, file));
  return (
    <Modal open onOpenChange={onClose} title="Bring figures of months">
      <p className="pb-3 text-ink-2">
        A table with a column Month, one called Outlet where there are several, and a column for
        each figure, named as in the report. A figure that is there already is replaced.
      </p>
      {bring.error && <ProblemNote error={bring.error} />}
      <FileDrop busy={bring.isPending} onFile={(file) => bring.mutate(file)} />
      {bring.data && (
        <div role="status" className="pt-3">
          <p>
            {bring.data.figures} figures of {bring.data.months} months taken.
          </p>
          {bring.data.wrong.map((wrong) => (
            <p key={wrong} className="text-persimmon-text">
              ! {wrong}
            </p>
          ))}
        </div>
      )}
    </Modal>
  );
}
