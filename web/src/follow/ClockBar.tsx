import { Button } from "../parts/Button";
import { plural } from "../parts/format";
import { usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { moveClock } from "./changes";
import { longDay } from "./days";
import type { Watch } from "./queries";

const STEPS = [
  { days: 1, name: "+1 day" },
  { days: 10, name: "+10 days" },
  { days: 21, name: "+3 weeks" },
] as const;

/** The practice clock: what day it is here, and letting days pass. It only goes forward. */
export function ClockBar({ watch, busy }: { watch: Watch; busy: boolean }) {
  const { projectId } = usePlace();
  const move = useChange(projectId, (days: number) => moveClock(projectId, days));
  if (!watch.can_move) return null;
  return (
    <section
      aria-label="Practice clock"
      className="flex flex-wrap items-center gap-3 border-l-4 border-dashed border-quiet bg-trough px-3 py-[6px]"
    >
      <p className="min-w-0 flex-1 truncate">
        <b>Practice clock: {longDay(watch.today)}</b>
        <span className="text-ink-2">
          {watch.days_ahead
            ? `, ${plural(watch.days_ahead, "day")} ahead of the calendar. It only goes forward.`
            : ". Move practice time forward. Due checks run on the way."}
        </span>
      </p>
      {move.error && <span className="text-persimmon-text">{move.error.message}</span>}
      {STEPS.map((step) => (
        <Button
          key={step.days}
          disabled={busy || move.isPending}
          onClick={() => move.mutate(step.days)}
        >
          {step.name}
        </Button>
      ))}
    </section>
  );
}
