import { exact } from "../../parts/format";
import { Select } from "../../parts/Select";
import type { Run } from "./run";

const SMALL = "h-[24px] rounded-md border border-bar bg-sheet px-1 text-xs";

/** From where a run asks, and after how many new keywords it ends. */
export function RunBounds({
  places,
  run,
  onRun,
}: {
  places: readonly string[];
  run: Run;
  onRun: (run: Run) => void;
}) {
  const set = (changed: Partial<Run["options"]>) =>
    onRun({ ...run, options: { ...run.options, ...changed } });
  return (
    <div className="flex shrink-0 items-center gap-2">
      {places.length > 0 && (
        <Select
          label="Location"
          value={run.options.place}
          onChange={(value) => set({ place: value })}
          className={SMALL}
        >
          <option value="">any location</option>
          {places.map((place) => (
            <option key={place} value={place}>
              from {place}
            </option>
          ))}
        </Select>
      )}
      <Select
        label="Stop after"
        value={run.options.most}
        onChange={(value) => set({ most: Number(value) })}
        className={SMALL}
      >
        {[100, 500, 1_000, 5_000, 20_000, 100_000].map((n) => (
          <option key={n} value={n}>
            at most {exact(n)} new
          </option>
        ))}
      </Select>
    </div>
  );
}
