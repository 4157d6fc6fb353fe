import { Awaited } from "../parts/Awaited";
import { count, exact, plural } from "../parts/format";
import { type Head, HeadRow } from "../parts/HeadHelp";
import { SkeletonLines } from "../parts/Skeleton";
import { channelName, usePlace } from "../shared/channels";
import { Drift } from "./Drift";
import { visibleWords } from "./followWords";
import { useTogether } from "./queries";

const HEADS: readonly Head[] = [
  { name: "Published pieces", right: true, help: "How many pieces of it are published." },
  { name: "Visibility a month", right: true, figure: "visible" },
  { name: "Since four weeks ago", help: "Visible searches against about four weeks ago." },
  {
    name: "Forecast visits",
    right: true,
    help: "Visits a month expected on publishing, once settled.",
  },
  {
    name: "Ranking",
    right: true,
    help: "Keywords it ranks for, of all that its pieces target.",
  },
  { name: "On page one", right: true, help: "Keywords in the top 10." },
  { name: "Change, 4 weeks", help: "How many keywords rose and fell in about four weeks." },
];

/** Published pieces together: what those of an outlet, or of a cluster, come to. */
export function TogetherTable({ by }: { by: "outlet" | "cluster" }) {
  const { projectId } = usePlace();
  const found = useTogether(projectId, by);
  const rows = found.data ?? [];
  const several = new Set(rows.map((row) => row.channel)).size > 1;
  return (
    <div className="min-h-0 flex-1 overflow-auto border-t border-hairline bg-sheet">
      <table className="w-full">
        <thead>
          <HeadRow
            heads={[{ name: by === "outlet" ? "Outlet" : "Cluster" }, ...HEADS]}
            cell="px-2 py-2 first:px-[18px]"
          />
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={`${row.name} ${row.channel}`} className="border-b border-hairline">
              <th scope="row" className="px-[18px] py-2 text-left font-semibold">
                {row.name}
                {several && (
                  <span className="font-normal text-quiet">, {channelName(row.channel)}</span>
                )}
              </th>
              <td className="px-2 text-right tabular-nums">{exact(row.pieces)}</td>
              <td className="px-2 text-right font-semibold tabular-nums">
                {row.looked ? count(row.visible) : <span className="font-normal">–</span>}
              </td>
              <td className="px-2 text-ink-2">
                {row.looked > 0 && visibleWords(row.visible_now, row.visible_before)}
              </td>
              <td className="px-2 text-right tabular-nums text-ink-2">{count(row.foretold)}</td>
              <td className="px-2 text-right tabular-nums">
                {row.looked
                  ? `${exact(row.shown)} of ${plural(row.phrases, "keyword")}`
                  : "not checked yet"}
              </td>
              <td className="px-2 text-right tabular-nums">
                {row.looked ? exact(row.first10) : ""}
              </td>
              <td className="px-2">
                <Drift moves={row} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="px-[18px]">
        <Awaited of={found} waiting={<SkeletonLines lines={8} />} />
      </div>
    </div>
  );
}
