import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { Awaited, Stale } from "../parts/Awaited";
import { Button, buttonLook } from "../parts/Button";
import { useCommand } from "../parts/commands";
import { Select } from "../parts/Select";
import { SkeletonPaper } from "../parts/Skeleton";
import { useKey } from "../parts/useKey";
import { usePlace } from "../shared/channels";
import { BringFigures } from "./BringFigures";
import { FiguresDialog } from "./FiguresDialog";
import { useReport, useWatch } from "./queries";
import { ReportSheet } from "./ReportSheet";
import { lastMonths, monthWords, usualMonth } from "./reportMath";

/** The month's report: to be read, printed and taken away, by somebody who does not know the
 * trade. */
export function ReportPage() {
  const { projectId, channel } = usePlace();
  const { month, outlet } = useSearch({ from: "/p/$projectId/$channel/follow/report" });
  const navigate = useNavigate({ from: "/p/$projectId/$channel/follow/report" });
  const today = useWatch(projectId)?.today;
  const shown = month ?? (today && usualMonth(today));
  const wanted = shown ? `${shown}-01` : "";
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
      <div className="mx-auto flex w-[820px] max-w-full flex-wrap items-center gap-2 px-6 pt-4 print:hidden">
        <Link
          to="/p/$projectId/$channel/follow"
          params={{ projectId: String(projectId), channel }}
          search={{ order: "moved" }}
          className={buttonLook("bare")}
        >
          Published pieces
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
        <Button onClick={() => setFilling(true)}>Enter figures</Button>
        <Button onClick={() => setBringing(true)}>Import figures</Button>
        <a className={buttonLook("plain")} href={`${away}.xlsx?${query}`} download>
          Export as XLSX
        </a>
        <a className={buttonLook("plain")} href={`${away}.csv?${query}`} download>
          Export as CSV
        </a>
        <Button onClick={() => window.print()}>Print the report</Button>
      </div>
      <Awaited of={found} waiting={<SkeletonPaper />}>
        {(told) => (
          <Stale of={found}>
            <ReportSheet told={told} />
          </Stale>
        )}
      </Awaited>
      {bringing && <BringFigures onClose={() => setBringing(false)} />}
      {filling && told && <FiguresDialog told={told} onClose={() => setFilling(false)} />}
    </main>
  );
}
