import { useEffect, useRef, useState } from "react";
import { startRun } from "../api/changes";
import { useChange, useEstimate, useWays } from "../api/queries";
import { CHANNELS } from "../app/channels";
import { Button } from "../parts/Button";
import { exact, plural } from "../parts/format";
import { Help } from "../parts/Help";
import { ProblemNote } from "../parts/ProblemNote";
import { useKey } from "../parts/useKey";
import type { Run } from "./GatherPage";

/** Seeds typed or pasted, channels and ways, what it would bring and cost, and the button that starts it. */
export function SeedForm({ projectId, run, onRun }: { projectId: number; run: Run; onRun: (run: Run) => void }) {
  const ways = useWays(projectId);
  const box = useRef<HTMLTextAreaElement>(null);
  const asked = useSettled(run, 250);
  const estimate = useEstimate(projectId, asked);
  const start = useChange(projectId, () => startRun(projectId, run), { done: () => onRun({ ...run, seeds: "" }) });
  useKey("/", () => box.current?.focus(), { sign: true });
  const told = run.seeds.trim() ? estimate.data : undefined;
  const ready = !!told && told.seeds.length > 0 && run.channels.length > 0 && run.ways.length > 0;
  const toggle = <T,>(list: readonly T[], one: T): T[] =>
    list.includes(one) ? list.filter((other) => other !== one) : [...list, one];
  const go = () => !start.isPending && ready && start.mutate(undefined);
  return (
    <form
      className="flex flex-col gap-3 rounded-md border border-hairline bg-sheet p-4"
      onSubmit={(event) => {
        event.preventDefault();
        go();
      }}
    >
      <div className="grid grid-cols-[minmax(0,1fr)_auto_minmax(0,1fr)] gap-5">
        <div className="flex flex-col gap-1">
          <label htmlFor="seeds" className="text-2xs font-semibold text-quiet">
            Seeds, parted by commas or lines
          </label>
          <textarea
            ref={box}
            id="seeds"
            rows={3}
            maxLength={60_000}
            value={run.seeds}
            placeholder="telescope, stargazing evening, telescope repair"
            aria-keyshortcuts="/"
            onChange={(event) => {
              start.reset();
              onRun({ ...run, seeds: event.target.value });
            }}
            onKeyDown={(event) => {
              if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) go();
              if (event.key === "Escape") event.currentTarget.blur();
            }}
            className="w-full resize-y rounded-md border border-bar bg-sheet px-3 py-2 text-base placeholder:text-quiet"
          />
        </div>
        <fieldset>
          <legend className="pb-1 text-2xs font-semibold text-quiet">On</legend>
          {CHANNELS.map((one) => (
            <label key={one.id} className="flex h-6 items-center gap-2">
              <input
                type="checkbox"
                className="accent-pine"
                checked={run.channels.includes(one.id)}
                onChange={() => onRun({ ...run, channels: toggle(run.channels, one.id) })}
              />
              {one.name}
            </label>
          ))}
        </fieldset>
        <fieldset>
          <legend className="pb-1 text-2xs font-semibold text-quiet">By</legend>
          {ways.data?.map((way) => (
            <label key={way.id} className="flex h-6 items-center gap-2">
              <input
                type="checkbox"
                className="accent-pine"
                checked={run.ways.includes(way.id as Run["ways"][number])}
                onChange={() => onRun({ ...run, ways: toggle(run.ways, way.id as Run["ways"][number]) })}
              />
              <Help figure="" title={way.name} text={`${way.about} Source: ${way.source}.`} focusable={false}>
                {way.name}
              </Help>
              <span className="text-quiet">{way.price ? `${way.price} lookups a seed and channel` : "free"}</span>
            </label>
          ))}
        </fieldset>
      </div>
      {start.error && <ProblemNote error={start.error} />}
      <div className="flex min-h-[30px] items-center gap-4">
        <Button look="main" type="submit" disabled={!ready || start.isPending}>
          {told?.seeds.length ? `Gather from ${plural(told.seeds.length, "seed")}` : "Gather"}
        </Button>
        <p role="status" className="min-w-0 flex-1 text-ink-2">
          {told ? (
            <>
              {told.seeds.length > 0 && (
                <>
                  About <strong>{exact(told.about_new)}</strong> new keywords from {exact(told.asks)} prompts, for{" "}
                  <strong>{told.price ? `${exact(told.price)} lookups` : "nothing"}</strong>.{" "}
                </>
              )}
              {told.repeated > 0 && `${plural(told.repeated, "repeat")} left out. `}
              {told.known_seeds > 0 && `${plural(told.known_seeds, "seed is", "seeds are")} here already. `}
            </>
          ) : (
            estimate.error && run.seeds.trim() && <span className="text-persimmon-text">{estimate.error.message}</span>
          )}
        </p>
      </div>
      {told && told.refused.length > 0 && (
        <div
          role="alert"
          className="max-h-[120px] overflow-auto border-l-2 border-persimmon bg-persimmon-wash px-3 py-2"
        >
          <ul>
            {told.refused.map((one) => (
              <li key={one.number}>
                Seed {one.number}, “{one.text || "…"}”: {one.message}
              </li>
            ))}
          </ul>
        </div>
      )}
    </form>
  );
}

/** A value that has not changed for a while: so that an estimate is not asked for at every letter. */
function useSettled<T>(value: T, wait: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), wait);
    return () => clearTimeout(timer);
  }, [value, wait]);
  return settled;
}
