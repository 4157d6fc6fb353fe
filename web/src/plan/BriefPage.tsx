import { useNavigate, useSearch } from "@tanstack/react-router";
import { Button, buttonLook } from "../parts/Button";
import { useCommand } from "../parts/commands";
import { Empty } from "../parts/Empty";
import { plural } from "../parts/format";
import { ProblemNote } from "../parts/ProblemNote";
import { Scrolls } from "../parts/Scrolls";
import { SkeletonPaper } from "../parts/Skeleton";
import { StepLink } from "../parts/StepLink";
import { useSay } from "../parts/toasts";
import { useKey } from "../parts/useKey";
import { usePlace } from "../shared/channels";
import { useBriefs, usePieces } from "./queries";

const NEXT = 20;

/** Briefs of pieces, to be read, printed and taken away: of those in the address, else of the next
 * twenty. */
export function BriefPage() {
  const { projectId, channel } = usePlace();
  const search = useSearch({ from: "/p/$projectId/$channel/brief" });
  const navigate = useNavigate();
  const pieces = usePieces(projectId, { order: "month", outlet: null });
  const next = Array.from({ length: Math.min(NEXT, pieces.total ?? 0) }, (_, i) =>
    pieces.rowAt(i),
  ).flatMap((piece) => (piece?.month ? [piece.id] : []));
  const ids = search.pieces.length ? search.pieces : next;
  const found = useBriefs(projectId, ids);
  const say = useSay();
  const query = ids.map((id) => `ids=${id}`).join("&");
  const file = (ending: string) => `/api/projects/${projectId}/briefs.${ending}?${query}`;
  const copy = async () => {
    const answer = await fetch(file("md"));
    await navigator.clipboard.writeText(await answer.text());
    say(`${plural(ids.length, "brief")} copied as Markdown.`);
  };
  const back = () =>
    navigate({
      to: "/p/$projectId/$channel/plan",
      params: { projectId: String(projectId), channel },
      search: ids.length === 1 ? { piece: ids[0] } : {},
    });
  useKey("p", () => window.print());
  useKey("c", copy, { enabled: ids.length > 0 });
  useKey("escape", back);
  useCommand("Print the briefs", () => window.print(), { keys: "p" });
  useCommand("Copy the briefs as Markdown", copy, { keys: "c" });
  const briefs = found.data ?? [];
  return (
    <main className="flex min-w-0 flex-1 flex-col overflow-auto print:block print:overflow-visible">
      <div className="mx-auto flex w-[820px] max-w-full flex-wrap items-center gap-2 px-6 pt-4 print:hidden">
        <span className="flex-1 text-ink-2">
          {briefs.length > 1 ? `${plural(briefs.length, "brief")}, next first` : "Brief"}
        </span>
        <Button onClick={() => window.print()}>
          Print {ids.length === 1 ? "the brief" : "all briefs"}
        </Button>
        <Button onClick={copy} disabled={!ids.length}>
          Copy as Markdown
        </Button>
        <a href={file("docx")} download className={buttonLook("plain")}>
          Export as DOCX
        </a>
        <a href={file("md")} download className={buttonLook("plain")}>
          Export as Markdown
        </a>
        <Button onClick={back}>Back to the plan</Button>
      </div>
      {found.error && (
        <div className="p-6">
          <ProblemNote error={found.error} />
        </div>
      )}
      {!ids.length && pieces.total !== undefined && (
        <Empty title="No pieces yet" action={<StepLink to="plan">Open the plan</StepLink>}>
          A brief is made of a piece in the plan.
        </Empty>
      )}
      {!found.data && !found.error && (ids.length > 0 || pieces.total === undefined) && (
        <SkeletonPaper />
      )}
      {briefs.map((brief) => (
        <article
          key={brief.title}
          aria-label={`Brief of ${brief.title}`}
          className="mx-auto my-4 w-[820px] max-w-full rounded-md border border-hairline bg-sheet
            px-10 max-[700px]:px-4 py-8 print:my-0 print:w-auto print:break-after-page print:rounded-none
            print:border-0 print:p-0 print:text-[10.5pt]"
        >
          <h1 className="text-xl">{brief.title}</h1>
          <p className="pt-1 text-ink-2">{brief.about}</p>
          {brief.sections.map((section) => (
            <section key={section.name} className="pt-4 print:break-inside-avoid-page">
              <h2 className="pb-1 text-base font-semibold">{section.name}</h2>
              {section.lines.map((line) => (
                <p key={line} className="pb-1">
                  {line}
                </p>
              ))}
              {section.points.length > 0 && (
                <ul className="list-disc pl-5">
                  {section.points.map((point) => (
                    <li key={point}>{point}</li>
                  ))}
                </ul>
              )}
              {section.rows.length > 0 && <Table head={section.head} rows={section.rows} />}
            </section>
          ))}
        </article>
      ))}
    </main>
  );
}

function Table({ head, rows }: { head: readonly string[]; rows: readonly string[][] }) {
  return (
    <Scrolls label={head.join(", ")}>
      <table className="w-full">
        <thead>
          <tr className="border-b border-bar text-left text-xs text-quiet">
            {head.map((name) => (
              <th key={name} scope="col" className="py-1 pr-3 font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.join()} className="border-b border-hairline align-top">
              {row.map((cell, column) => (
                <td key={head[column]} className="py-1 pr-3">
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Scrolls>
  );
}
