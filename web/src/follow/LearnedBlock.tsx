import { Checkbox } from "../parts/Checkbox";
import { Help } from "../parts/Help";
import { usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { setLearns } from "./changes";
import { longDay } from "./days";
import { useLearned } from "./queries";

/** What outcomes taught of each outlet, and whether it is used. */
export function LearnedBlock() {
  const { projectId } = usePlace();
  const learned = useLearned(projectId).data;
  const set = useChange(projectId, ({ outlet, on }: { outlet: number; on: boolean }) =>
    setLearns(projectId, outlet, on),
  );
  if (!learned?.length) return null;
  return (
    <section aria-label="Learned from results" className="border-t border-hairline pt-3">
      <h3 className="font-sans text-base font-semibold">
        <Help figure="learned">Learned from results</Help>
      </h3>
      {learned.map((each) => (
        <div key={each.outlet} className="border-b border-hairline py-2 last:border-0">
          <p>
            <b>{each.name}.</b> {each.sentence}
            {each.on && <span className="text-xs text-quiet"> As of {longDay(each.on)}.</span>}
          </p>
          {each.outcomes > 0 && (
            <label className="flex items-center gap-2 pt-1 text-ink-2">
              <Checkbox
                checked={each.learns}
                onChange={(on) => set.mutate({ outlet: each.outlet, on })}
              />
              Used for its chances from now on; earlier forecasts stay as they are
            </label>
          )}
        </div>
      ))}
    </section>
  );
}
