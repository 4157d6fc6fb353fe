import type { Channel } from "../api/client";
import { FormDialog } from "../parts/FormDialog";
import { exact, plural } from "../parts/format";
import { ProblemNote } from "../parts/ProblemNote";
import { useChange } from "../shared/useChange";
import { measure } from "./changes";
import { usePrice } from "./queries";

const WHAT: Record<string, string> = {
  counts: "searches and history",
  bands: "ranges, cost per click, ad competition",
  page: "results pages",
};

/** What measuring costs, source by source, and the button that buys it. */
export function MeasureDialog({
  projectId,
  channel,
  rowIds,
  open,
  onOpenChange,
}: {
  projectId: number;
  channel: Channel;
  rowIds: number[] | null;
  open: boolean;
  onOpenChange: (open: boolean) => void;
}) {
  const price = usePrice(projectId, channel, rowIds, open);
  const start = useChange(projectId, () => measure(projectId, channel, rowIds), {
    done: () => onOpenChange(false),
  });
  const told = price.data;
  const short = told !== undefined && told.price > told.lookups_left;
  return (
    <FormDialog
      open={open}
      title={
        rowIds ? `Measure ${plural(rowIds.length, "chosen keyword")}` : "Measure all unmeasured"
      }
      take={told && `Measure ${exact(told.keywords)}`}
      change={start}
      ready={!short && !!told?.keywords}
      confirms
      onClose={() => onOpenChange(false)}
    >
      {price.error && <ProblemNote error={price.error} />}
      {told && (
        <>
          <table className="w-full">
            <thead>
              <tr className="text-left text-2xs text-quiet">
                <th className="py-1 font-semibold">Source</th>
                <th className="pl-4 text-right font-semibold whitespace-nowrap">To look up</th>
                <th className="pl-4 text-right font-semibold whitespace-nowrap">
                  Already measured today (free)
                </th>
                <th className="pl-4 text-right font-semibold whitespace-nowrap">
                  Price in lookups
                </th>
              </tr>
            </thead>
            <tbody>
              {told.sources.map((source) => (
                <tr key={source.source} className="border-t border-hairline">
                  <td className="py-2">
                    {source.source}
                    <span className="block text-xs text-quiet">
                      {source.practice && "practice: "}
                      {WHAT[source.what] ?? source.what}
                    </span>
                  </td>
                  <td className="text-right">{exact(source.lookups)}</td>
                  <td className="text-right text-quiet">{exact(source.known)}</td>
                  <td className="text-right">{exact(source.price)}</td>
                </tr>
              ))}
              <tr className="border-t border-ink font-bold">
                <td className="py-2">Maximum for {plural(told.keywords, "keyword")}</td>
                <td />
                <td />
                <td className="text-right">{exact(told.price)}</td>
              </tr>
            </tbody>
          </table>
          <p className={short ? "text-persimmon-text" : "text-ink-2"}>
            {short
              ? `Only ${plural(told.lookups_left, "lookup")} left. Select fewer keywords, or raise the allowance in project settings.`
              : `${plural(told.lookups_left, "lookup")} left; at least ${exact(told.lookups_left - told.price)} afterwards. You pay only for figures found, never more than this price.`}
          </p>
        </>
      )}
    </FormDialog>
  );
}
