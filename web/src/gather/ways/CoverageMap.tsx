import type { Channel, Schemas } from "../../api/client";
import { Awaited } from "../../parts/Awaited";
import { Button } from "../../parts/Button";
import { Empty } from "../../parts/Empty";
import { exact } from "../../parts/format";
import { SkeletonLines } from "../../parts/Skeleton";
import { methodName, type WayId } from "../../parts/wayWords";
import { useCoverage, useWays } from "../queries";
import { bySeed, gapsOf, restWords } from "./coverage";
import type { Run } from "./run";

type Fill = (seeds: readonly string[], ways: Run["ways"], on: Channel) => void;

/** Which ways were run for which seeds of a channel and what each brought; what it would cost to
 * cover the rest. A gap fills the form. */
export function CoverageMap({
  projectId,
  channel,
  onFill,
}: {
  projectId: number;
  channel: Channel;
  onFill: Fill;
}) {
  const found = useCoverage(projectId, channel);
  const told = found.data;
  const ways = useWays(projectId).data ?? [];
  if (!told)
    return (
      <div className="px-[18px] py-3">
        <Awaited of={found} waiting={<SkeletonLines lines={9} />} />
      </div>
    );
  if (!told.cells.length)
    return (
      <Empty
        title="No seed has been searched on this channel yet"
        action={
          <Button onClick={() => document.getElementById("seeds")?.focus()}>Type a seed</Button>
        }
      >
        Here you will see how many keywords each seed gave by each method.
      </Empty>
    );
  const seeds = bySeed(told.cells);
  const columns = ways.filter((way) => seeds.some((seed) => seed.cells.has(way.id)));
  const most = Math.max(1, ...told.cells.map((cell) => cell.keywords));
  const free = gapsOf(
    told.cells,
    columns.filter((way) => way.price === 0).map((way) => way.id),
  );
  const paid = gapsOf(
    told.cells,
    columns.filter((way) => way.price > 0).map((way) => way.id),
  );
  const rest = restWords(told);
  return (
    <div className="px-[18px] py-3">
      <div className="flex flex-wrap items-center gap-3 pb-3">
        <p className="min-w-0 flex-1 text-ink-2">
          {rest.before}
          <strong className="text-ink">{rest.price}</strong>
          {rest.after}
        </p>
        {free.seeds.length > 0 && (
          <Button onClick={() => onFill(free.seeds, free.ways as WayId[], channel)}>
            Add the free gaps to the form
          </Button>
        )}
        {paid.seeds.length > 0 && (
          <Button look="bare" onClick={() => onFill(paid.seeds, paid.ways as WayId[], channel)}>
            Add the paid gaps
          </Button>
        )}
      </div>
      <table className="border-separate border-spacing-[2px]">
        <thead>
          <tr className="text-2xs text-quiet">
            <th scope="col" className="text-left font-normal">
              Seed
            </th>
            {columns.map((way) => (
              <th key={way.id} scope="col" className="w-[74px] px-1 font-normal" title={way.about}>
                {methodName(way.id)}
                {way.price > 0 && <span className="block">{way.price} each</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {seeds.map((row) => (
            <tr key={row.seed}>
              <th scope="row" className="max-w-[220px] truncate pr-3 text-left font-semibold">
                {row.seed}
              </th>
              {columns.map((way) => (
                <td key={way.id} className="h-[26px] p-0 text-center">
                  <Cell
                    cell={row.cells.get(way.id)}
                    most={most}
                    name={`${row.seed}, ${methodName(way.id)}`}
                    onAsk={() => onFill([row.seed], [way.id as WayId], channel)}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {told.seeds > seeds.length && (
        <p className="pt-2 text-xs text-quiet">
          The latest {exact(seeds.length)} of {exact(told.seeds)} seeds.
        </p>
      )}
    </div>
  );
}

function Cell({
  cell,
  most,
  name,
  onAsk,
}: {
  cell: Schemas["CellOut"] | undefined;
  most: number;
  name: string;
  onAsk: () => void;
}) {
  if (!cell?.asked)
    return (
      <button
        type="button"
        title={`${name}: not searched yet. Add to the form.`}
        aria-label={`${name}: not searched yet, add to the form`}
        onClick={onAsk}
        className="h-full w-full border border-dashed border-bar text-quiet hover:border-ink
          hover:text-ink"
      >
        +
      </button>
    );
  const share = cell.keywords ? Math.round(8 + (34 * cell.keywords) / most) : 0;
  return (
    <span
      title={`${name}: ${exact(cell.keywords)} keywords, ${exact(cell.new)} new`}
      className="flex h-full items-center justify-center"
      style={{
        backgroundColor: `color-mix(in srgb, var(--color-indigo) ${share}%, var(--color-sheet))`,
      }}
    >
      {cell.keywords ? exact(cell.keywords) : <span className="text-quiet">none</span>}
    </span>
  );
}
