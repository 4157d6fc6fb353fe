import type { Channel } from "../api/client";
import { CHANNELS } from "../app/channels";
import { exact } from "../parts/format";
import { type Brought, cellId, coverageRows } from "./coverage";
import type { Run } from "./GatherPage";

const WAYS: readonly { id: Run["ways"][number]; name: string }[] = [
  { id: "box", name: "box" },
  { id: "questions", name: "questions" },
  { id: "related", name: "page" },
];

/** Which ways were run for which seeds and channels, and how many keywords each brought; a gap is a button that fills
 * the form. */
export function CoverageMap({
  brought,
  onAsk,
}: {
  brought: readonly Brought[];
  onAsk: (seed: string, channel: Channel, ways: Run["ways"]) => void;
}) {
  const rows = coverageRows(brought);
  const most = Math.max(1, ...rows.flatMap((row) => [...row.cells.values()].map((cell) => cell.keywords)));
  return (
    <section aria-labelledby="covered" className="min-w-0 overflow-auto px-[18px] py-3">
      <h2 id="covered" className="pb-2 text-base">
        What each seed brought
      </h2>
      <table className="w-full border-separate border-spacing-x-[2px] border-spacing-y-[2px]">
        <thead>
          <tr className="text-2xs text-quiet">
            <td />
            {CHANNELS.map((one) => (
              <th key={one.id} colSpan={3} scope="colgroup" className="border-b border-hairline pb-1 font-semibold">
                {one.name}
              </th>
            ))}
          </tr>
          <tr className="text-2xs text-quiet">
            <th scope="col" className="text-left font-normal">
              Seed
            </th>
            {CHANNELS.flatMap((one) =>
              WAYS.map((way) => (
                <th key={`${one.id}${way.id}`} scope="col" className="w-[58px] font-normal">
                  {way.name}
                </th>
              )),
            )}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.seed}>
              <th scope="row" className="max-w-[180px] truncate pr-2 text-left font-semibold">
                {row.seed}
              </th>
              {CHANNELS.flatMap((one) =>
                WAYS.map((way) => {
                  const cell = row.cells.get(cellId(one.id, way.id));
                  return (
                    <td key={`${one.id}${way.id}`} className="h-[26px] p-0 text-center">
                      {cell ? (
                        <span
                          title={`${exact(cell.keywords)} keywords, ${exact(cell.new)} of them first here`}
                          className="flex h-full items-center justify-center"
                          style={{
                            backgroundColor: `color-mix(in srgb, var(--color-indigo) ${Math.round(6 + (34 * cell.keywords) / most)}%, var(--color-sheet))`,
                          }}
                        >
                          {exact(cell.keywords)}
                        </span>
                      ) : (
                        <button
                          type="button"
                          title={`Not asked yet: put “${row.seed}” on ${one.name} into the form`}
                          aria-label={`${row.seed}, ${one.name} ${way.name}: not asked yet, put into the form`}
                          onClick={() => onAsk(row.seed, one.id, [way.id])}
                          className="h-full w-full border border-dashed border-hairline text-quiet hover:border-quiet hover:text-ink"
                        >
                          +
                        </button>
                      )}
                    </td>
                  );
                }),
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
