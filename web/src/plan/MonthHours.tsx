import { Popover } from "radix-ui";
import { useState } from "react";
import { Button } from "../parts/Button";
import { INPUT } from "../parts/Field";
import { readNumber } from "../parts/numbers";
import { ProblemNote } from "../parts/ProblemNote";
import { useChange } from "../shared/useChange";
import { setMonthHours } from "./changes";
import { fill, type Plan } from "./planMath";
import { monthOf } from "./timing";

/** The hours of a month: how many its pieces take of those there are. A press changes how many
 * there are. */
export function MonthHours({
  projectId,
  month,
  usual,
}: {
  projectId: number;
  month: Plan["months"][number];
  usual: number;
}) {
  const [open, setOpen] = useState(false);
  const { share, over } = fill(month.hours, month.to_spend);
  const own = month.to_spend !== usual;
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        aria-label={
          `${monthOf(month.month)}: ${+month.hours.toFixed(1)} of ` +
          `${+month.to_spend.toFixed(1)} hours${over ? ", more than available" : ""}. Change its ` +
          "hours"
        }
        title={
          over ? "More than available: pinned pieces fill it" : "Change the hours of this month"
        }
        className="flex w-full flex-col items-center gap-[2px] rounded-sm hover:bg-paper"
      >
        <span className="relative h-[26px] w-[24px] bg-trough">
          <span
            className={`absolute inset-x-0 bottom-0 ${over ? "bg-persimmon" : "bg-pine"}`}
            style={{ height: `${100 * share}%` }}
          />
        </span>
        <span className={over ? "font-semibold text-persimmon-text" : "text-ink-2"}>
          {+month.hours.toFixed(1)}
          {own && <span className="text-quiet">/{+month.to_spend.toFixed(1)}</span>}
        </span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={8}
          className="z-50 w-[230px] rounded-lg border border-hairline bg-sheet p-3"
        >
          <HoursForm
            projectId={projectId}
            month={month}
            usual={usual}
            done={() => setOpen(false)}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function HoursForm({
  projectId,
  month,
  usual,
  done,
}: {
  projectId: number;
  month: Plan["months"][number];
  usual: number;
  done: () => void;
}) {
  const [typed, setTyped] = useState(String(month.to_spend));
  const set = useChange(
    projectId,
    (hours: number | null) => setMonthHours(projectId, month.month, hours),
    { done },
  );
  const hours = readNumber(typed);
  const good = hours !== null && hours >= 0 && hours <= 744;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (good) set.mutate(hours);
      }}
    >
      <label className="flex flex-col gap-1">
        <span className="font-semibold">Hours to spend in {monthOf(month.month)}</span>
        <input
          inputMode="decimal"
          value={typed}
          aria-invalid={!good}
          onChange={(event) => setTyped(event.target.value)}
          className={INPUT}
        />
      </label>
      {!good && <p className="pt-1 text-xs text-persimmon-text">From 0 to 744.</p>}
      {set.error && <ProblemNote error={set.error} />}
      <div className="flex gap-2 pt-2">
        <Button type="submit" look="main" disabled={!good || set.isPending}>
          Save hours
        </Button>
        <Button disabled={set.isPending} onClick={() => set.mutate(null)}>
          Use the usual {usual}
        </Button>
      </div>
    </form>
  );
}
