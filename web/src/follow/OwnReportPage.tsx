import { Link } from "@tanstack/react-router";
import { useState } from "react";
import type { Channel } from "../api/client";
import { Button, buttonLook } from "../parts/Button";
import { Empty } from "../parts/Empty";
import { FileDrop } from "../parts/FileDrop";
import { count, exact, plural } from "../parts/format";
import { type Head, HeadRow } from "../parts/HeadHelp";
import { Modal } from "../parts/Modal";
import { PageHead } from "../parts/PageHead";
import { ProblemNote } from "../parts/ProblemNote";
import { Scrolls } from "../parts/Scrolls";
import { SkeletonTable } from "../parts/Skeleton";
import { channelName, usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { bringOwnReport } from "./changes";
import { longDay } from "./days";
import { type OwnReport, useOwnReport } from "./queries";
import { TakeOutDialog } from "./TakeOutDialog";

type Shown = OwnReport["unmeant"][number];

/** What one's own page-and-query report says beside what the plan means. */
export function OwnReportPage() {
  const { projectId, channel } = usePlace();
  const found = useOwnReport(projectId, channel);
  const told = found.data;
  const [bringing, setBringing] = useState(false);
  const [takingOut, setTakingOut] = useState(false);
  const params = { projectId: String(projectId), channel };
  return (
    <main className="flex min-w-0 flex-1 flex-col overflow-auto">
      <div className="shrink-0 px-[18px] pb-3">
        <PageHead title="Search performance" about={told ? headWords(told, channel) : ""}>
          <Link
            to="/p/$projectId/$channel/follow"
            params={params}
            search={{ order: "moved" }}
            className={buttonLook("plain")}
          >
            Published pieces
          </Link>
          {told && told.lines > 0 && (
            <Button onClick={() => setTakingOut(true)}>Delete rows</Button>
          )}
          {told?.lines !== 0 && (
            <Button look="main" onClick={() => setBringing(true)}>
              Import a report
            </Button>
          )}
        </PageHead>
        {found.error && <ProblemNote error={found.error} />}
      </div>
      {!told && !found.error && <SkeletonTable />}
      {told && told.lines === 0 && (
        <Empty
          title="No search performance report yet"
          action={
            <Button look="main" onClick={() => setBringing(true)}>
              Import a report
            </Button>
          }
        >
          Import the report of queries and pages from your search statistics (clicks, impressions,
          position, date). It shows untargeted queries, declining pages and pages that share a
          query.
        </Empty>
      )}
      {told && told.lines > 0 && (
        <div className="flex-1 border-t border-hairline bg-sheet px-[18px] pb-6">
          <Queries
            title="Untargeted queries"
            about="Queries that a published piece ranks for without having them as keywords: gather them, cover them in that piece, or plan a separate one."
            shown={told.unmeant}
            gather
          />
          <Two told={told} />
          <FadingPages told={told} />
          <Queries
            title="Fewer clicks than expected"
            about="High impressions, low CTR: improve the title and description."
            shown={told.below}
          />
          <Queries
            title="More clicks than expected"
            about="Use their titles and descriptions as examples."
            shown={told.above}
          />
        </div>
      )}
      {bringing && <BringDialog channel={channel} onClose={() => setBringing(false)} />}
      {takingOut && told?.first && told.last && (
        <TakeOutDialog
          channel={channel}
          first={told.first}
          last={told.last}
          onClose={() => setTakingOut(false)}
        />
      )}
    </main>
  );
}

function headWords(told: OwnReport, channel: Channel): string {
  if (!told.lines || !told.first || !told.last) return `${channelName(channel)} search.`;
  return (
    `${channelName(channel)} search, ${longDay(told.first)} to ${longDay(told.last)}: ` +
    `${plural(told.clicks, "click")}, shown ${plural(told.impressions, "time")}.`
  );
}

const HEADS: readonly Head[] = [
  { name: "Query", help: "What people searched for, as your report says." },
  { name: "Page", help: "Your page that ranks for it." },
  { name: "Clicks", right: true, help: "Clicks in the days of the report." },
  {
    name: "Expected clicks",
    right: true,
    help: "Clicks that results at this position usually get. Far fewer: improve the title.",
  },
  { name: "Impressions", right: true, help: "How often it was shown." },
  { name: "Position", right: true, help: "The average position over these days." },
];
const TO_DO: Head = { name: "To do", help: "What to do with a query that no piece targets." };

function Queries({
  title,
  about,
  shown,
  gather = false,
}: {
  title: string;
  about: string;
  shown: readonly Shown[];
  gather?: boolean;
}) {
  const { projectId, channel } = usePlace();
  const params = { projectId: String(projectId), channel };
  return (
    <section aria-label={title} className="pt-5">
      <h2 className="text-lg">{title}</h2>
      <p className="pb-1 text-ink-2">{shown.length ? about : "None."}</p>
      {shown.length > 0 && (
        <Scrolls label={title}>
          <table className="w-full">
            <thead>
              <HeadRow heads={gather ? [...HEADS, TO_DO] : HEADS} cell="last:pl-4" />
            </thead>
            <tbody>
              {shown.map((one) => (
                <tr key={`${one.term} ${one.page}`} className="border-t border-hairline">
                  <th scope="row" className="py-1 text-left font-semibold">
                    {one.term}
                  </th>
                  <td className="max-w-[260px] truncate pr-2 text-ink-2" title={one.page}>
                    {one.title || one.page.replace(/^https?:\/\/[^/]+/, "")}
                  </td>
                  <td className="text-right tabular-nums">{exact(one.clicks)}</td>
                  <td className="text-right tabular-nums text-ink-2">
                    {one.expected === null ? "–" : count(one.expected)}
                  </td>
                  <td className="text-right tabular-nums text-ink-2">{count(one.impressions)}</td>
                  <td className="text-right tabular-nums text-ink-2">{one.position ?? "–"}</td>
                  {gather && (
                    <td className="pl-4">
                      {one.row ? (
                        <Link
                          to="/p/$projectId/$channel/weigh"
                          params={params}
                          search={{ row: one.row }}
                          className="underline underline-offset-2"
                        >
                          In the project: give it to a piece
                        </Link>
                      ) : (
                        <Link
                          to="/p/$projectId/$channel/gather"
                          params={params}
                          className="underline underline-offset-2"
                        >
                          Gather it
                        </Link>
                      )}
                    </td>
                  )}
                </tr>
              ))}
            </tbody>
          </table>
        </Scrolls>
      )}
    </section>
  );
}

function Two({ told }: { told: OwnReport }) {
  return (
    <section aria-label="Two pages, one query" className="pt-5">
      <h2 className="text-lg">Two pages, one query</h2>
      <p className="pb-1 text-ink-2">
        {told.two_pages.length
          ? "They compete (cannibalisation): merge or differentiate them."
          : "None."}
      </p>
      <ul>
        {told.two_pages.map((two) => (
          <li key={two.term} className="border-t border-hairline py-1 first:border-0">
            <b>{two.term}</b>
            {two.pages.map((page) => (
              <span key={page.page} className="block pl-4 text-ink-2">
                {page.title || page.page}: {count(page.impressions)} times shown,{" "}
                {plural(page.clicks, "click")}
              </span>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}

function FadingPages({ told }: { told: OwnReport }) {
  return (
    <section aria-label="Declining pages" className="pt-5">
      <h2 className="text-lg">Declining pages</h2>
      <p className="pb-1 text-ink-2">
        {told.fading.length
          ? "Clearly fewer clicks in the later half of these days than in the earlier."
          : "None in the days of the report."}
      </p>
      <ul>
        {told.fading.map((one) => (
          <li key={one.page} className="border-t border-hairline py-1 first:border-0">
            <b>{one.title || one.page}</b>: {plural(one.before, "click")}, then {count(one.after)}
          </li>
        ))}
      </ul>
    </section>
  );
}

function BringDialog({ channel, onClose }: { channel: Channel; onClose: () => void }) {
  const { projectId } = usePlace();
  const bring = useChange(projectId, (file: File) => bringOwnReport(projectId, channel, file));
  return (
    <Modal open onOpenChange={onClose} title="Import a search performance report">
      <p className="pb-3 text-ink-2">
        A table with the page, the query, clicks or times shown, and best the position and the day;
        or with the page and its visits. Lines of a page, query and day that are there already are
        replaced: the same file twice changes nothing.
      </p>
      {bring.error && <ProblemNote error={bring.error} />}
      <FileDrop busy={bring.isPending} onFile={(file) => bring.mutate(file)} />
      {bring.data && (
        <div role="status" className="pt-3">
          <p>
            {plural(bring.data.lines, "line")} of {plural(bring.data.pages, "page")} and{" "}
            {plural(bring.data.days, "day")} taken
            {bring.data.refused > 0 && `, ${exact(bring.data.refused)} refused`}.
          </p>
          {bring.data.why.map((why) => (
            <p key={why} className="text-persimmon-text">
              ! {why}
            </p>
          ))}
        </div>
      )}
    </Modal>
  );
}
