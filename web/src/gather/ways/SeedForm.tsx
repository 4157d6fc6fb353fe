import { useEffect, useRef } from "react";
import { Button } from "../../parts/Button";
import { Checkbox } from "../../parts/Checkbox";
import { exact, plural } from "../../parts/format";
import { ProblemNote } from "../../parts/ProblemNote";
import { SkeletonLines } from "../../parts/Skeleton";
import { useKey } from "../../parts/useKey";
import { useSettled } from "../../parts/useSettled";
import { CHANNELS } from "../../shared/channels";
import { useChange } from "../../shared/useChange";
import { startRun } from "../changes";
import { useEstimate, useProposedSeeds, useWays } from "../queries";
import { Trail } from "../stream/Trail";
import { EstimateLine } from "./EstimateLine";
import { RunBounds } from "./RunBounds";
import { addSeed, hasSeed, type Run, toggled, toggleSeed } from "./run";
import { WaysBoard } from "./WaysBoard";

type Props = {
  projectId: number;
  language: string;
  places: readonly string[];
  /** Whether figures come from the person's own files alone: then nothing is asked. */
  ownFiles: boolean;
  /** Whether nothing was gathered yet: then seeds are proposed. */
  fresh: boolean | undefined;
  run: Run;
  onRun: (run: Run) => void;
  trail: readonly string[];
  onBack: (place: number) => void;
  onLeaveTrail: () => void;
  onStarted: () => void;
};

/** Seeds typed or pasted, channels and ways, what it would bring and cost, and the button that
 * starts it. */
export function SeedForm({
  projectId,
  language,
  places,
  ownFiles,
  fresh,
  run,
  onRun,
  trail,
  onBack,
  onLeaveTrail,
  onStarted,
}: Props) {
  const ways = useWays(projectId);
  const box = useRef<HTMLTextAreaElement>(null);
  const asked = ownFiles ? { ...run, ways: [] } : run;
  const estimate = useEstimate(projectId, useSettled(asked, 250));
  const proposed = useProposedSeeds(projectId, fresh === true);
  const start = useChange(projectId, () => startRun(projectId, asked), {
    done: () => {
      onRun({ ...run, seeds: "" });
      onStarted();
    },
  });
  useKey("/", () => box.current?.focus(), { sign: true });
  // Nothing was gathered yet when one came here: to type seeds, unless a file is asked for. Later,
  // as when the locale is switched, keys stay the page's.
  const came = useRef(false);
  useEffect(() => {
    if (fresh === undefined || came.current) return;
    came.current = true;
    if (fresh && !document.querySelector('[role="dialog"]')) box.current?.focus();
  }, [fresh]);
  const seedless = !ownFiles && run.ways.length > 0 && run.ways.every((way) => way === "years");
  const told = run.seeds.trim() || seedless ? estimate.data : undefined;
  const missesLanguage = run.ways.includes("language") && ["", language].includes(run.options.into);
  const ready =
    !!told &&
    (told.seeds.length > 0 || seedless) &&
    run.channels.length > 0 &&
    (ownFiles || run.ways.length > 0) &&
    !missesLanguage;
  const go = () => !start.isPending && ready && start.mutate(undefined);
  return (
    <form
      className="flex flex-col gap-2 rounded-md border border-hairline bg-sheet px-4 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        go();
      }}
    >
      {trail.length > 0 && <Trail trail={trail} onBack={onBack} onLeave={onLeaveTrail} />}
      <div className="flex flex-wrap min-[900px]:flex-nowrap items-start gap-4">
        <textarea
          ref={box}
          id="seeds"
          aria-label={
            run.ways.includes("rivals")
              ? "Seeds or URLs, separated by commas or new lines"
              : "Seeds, separated by commas or new lines"
          }
          rows={1}
          maxLength={60_000}
          value={run.seeds}
          placeholder={
            run.ways.includes("rivals")
              ? "rival-site.example"
              : 'Seeds: one phrase, another -excluded, "exact words"'
          }
          aria-keyshortcuts="/"
          onChange={(event) => {
            start.reset();
            onRun({ ...run, seeds: event.target.value });
          }}
          onKeyDown={(event) => {
            // A line more is made with Shift; Enter alone begins, as in any search box.
            if (event.key === "Enter" && !event.shiftKey) {
              event.preventDefault();
              go();
            }
            if (event.key === "Escape") event.currentTarget.blur();
          }}
          className="field-sizing-content max-h-[120px] min-h-[34px] min-w-[240px] flex-1 resize-none
            rounded-md border border-bar bg-sheet px-3 py-[6px] text-base placeholder:text-quiet"
        />
        <fieldset className="flex h-[34px] shrink-0 items-center gap-3">
          <legend className="sr-only">On</legend>
          {CHANNELS.map((channel) => (
            <label key={channel.id} className="flex items-center gap-[6px]">
              <Checkbox
                checked={run.channels.includes(channel.id)}
                onChange={() => onRun({ ...run, channels: toggled(run.channels, channel.id) })}
              />
              {channel.name}
            </label>
          ))}
        </fieldset>
      </div>
      {proposed.length > 0 && (
        <p className="flex flex-wrap items-center gap-2">
          <span className="text-ink-2">Suggested from your description:</span>
          {proposed.map((seed) => (
            <button
              key={seed}
              type="button"
              aria-pressed={hasSeed(run.seeds, seed)}
              onClick={() => onRun({ ...run, seeds: toggleSeed(run.seeds, seed) })}
              className="h-[26px] rounded-md border border-hairline px-2 hover:border-quiet
                aria-pressed:border-pine-line aria-pressed:bg-pine-wash"
            >
              {hasSeed(run.seeds, seed) ? "✓" : "+"} {seed}
            </button>
          ))}
          {proposed.length > 1 && (
            <button
              type="button"
              onClick={() => onRun({ ...run, seeds: proposed.reduce(addSeed, run.seeds) })}
              className="text-ink-2 underline underline-offset-2 hover:text-ink"
            >
              add all
            </button>
          )}
        </p>
      )}
      {ownFiles ? (
        <p className="text-ink-2">
          This project uses your own files only. Type keywords to keep them, combine words, or
          import a list with figures.
        </p>
      ) : ways.data === undefined ? (
        <SkeletonLines lines={2} />
      ) : (
        <WaysBoard
          ways={ways.data}
          language={language}
          run={run}
          onRun={(next) => {
            start.reset();
            onRun(next);
          }}
        />
      )}
      {start.error && <ProblemNote error={start.error} />}
      <div className="flex min-h-[30px] items-center gap-4">
        <Button look="go" type="submit" disabled={!ready || start.isPending}>
          {ownFiles
            ? `Keep ${told?.seeds.length ? plural(told.seeds.length, "keyword") : "keywords"}`
            : seedless
              ? "Refresh the years"
              : told?.seeds.length
                ? `Gather from ${plural(told.seeds.length, "seed")}`
                : "Gather"}
        </Button>
        {!ownFiles && (
          <>
            <EstimateLine
              told={told}
              error={run.seeds.trim() ? estimate.error : null}
              missesLanguage={missesLanguage}
            />
            <RunBounds places={places} run={run} onRun={onRun} />
          </>
        )}
      </div>
      {told && told.refused.length > 0 && (
        <div
          role="alert"
          className="max-h-[96px] overflow-auto border-l-2 border-persimmon bg-persimmon-wash px-3
            py-2"
        >
          <ul>
            {told.refused.map((refused) => (
              <li key={refused.number}>
                Seed {exact(refused.number)}, “{refused.text || "…"}”: {refused.message}
              </li>
            ))}
          </ul>
        </div>
      )}
    </form>
  );
}
