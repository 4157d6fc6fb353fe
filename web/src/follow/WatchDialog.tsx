import { useState } from "react";
import { Checkbox } from "../parts/Checkbox";
import { Field, LineField } from "../parts/Field";
import { FormDialog } from "../parts/FormDialog";
import { lookups } from "../parts/format";
import { Select } from "../parts/Select";
import { usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { changeWatch } from "./changes";
import { LearnedBlock } from "./LearnedBlock";
import type { Watch } from "./queries";

const OFTEN: Record<Watch["rhythm"], string> = {
  kind:
    "On the day of publishing or changing; then a video after ten days, a listing the next day " +
    "and after ten days, a page after eighteen days; then every month.",
  weekly: "On the day of publishing, then seven days after the last look.",
  hand: "Nothing is looked at by itself: the page of each live piece has a button.",
};

/** How a project looks at what is live: its rhythm, how deep, from where, and what it may cost. */
export function WatchDialog({ watch, onClose }: { watch: Watch; onClose: () => void }) {
  const { projectId } = usePlace();
  const [form, setForm] = useState({
    rhythm: watch.rhythm,
    depth: watch.depth,
    places: watch.places,
    phone: watch.phone,
    most_a_month: watch.most_a_month,
  });
  const save = useChange(
    projectId,
    () => changeWatch(projectId, { ...form, depth: form.depth as 10 | 50 | 100 }),
    { done: onClose },
  );
  const set = (change: Partial<typeof form>) => setForm((now) => ({ ...now, ...change }));
  return (
    <FormDialog
      title="How it looks"
      take={watch.source ? "Keep" : undefined}
      leave={watch.source ? "Leave as it is" : "Close"}
      change={save}
      onClose={onClose}
    >
      {watch.source ? (
        <>
          <Field label="How often" hint={OFTEN[form.rhythm]}>
            {(told) => (
              <Select
                {...told}
                value={form.rhythm}
                onChange={(rhythm) => set({ rhythm: rhythm as Watch["rhythm"] })}
              >
                <option value="kind">As it suits each kind</option>
                <option value="weekly">Every week</option>
                <option value="hand">Only when I say so</option>
              </Select>
            )}
          </Field>
          <Field label="How deep" hint="Behind that a phrase counts as not shown.">
            {(told) => (
              <Select
                {...told}
                value={String(form.depth)}
                onChange={(depth) => set({ depth: Number(depth) })}
              >
                {watch.depths.map((depth) => (
                  <option key={depth} value={depth}>
                    The first {depth} results
                  </option>
                ))}
              </Select>
            )}
          </Field>
          {watch.project_places.length > 0 && (
            <fieldset>
              <legend className="text-xs text-quiet">
                From these places too, for phrases that are asked for near by
              </legend>
              <div className="grid grid-cols-2 gap-1 pt-1">
                {watch.project_places.map((place) => (
                  <label key={place} className="flex items-center gap-2">
                    <Checkbox
                      checked={form.places.includes(place)}
                      onChange={(on) =>
                        set({
                          places: on
                            ? [...form.places, place]
                            : form.places.filter((each) => each !== place),
                        })
                      }
                    />
                    {place}
                  </label>
                ))}
              </div>
            </fieldset>
          )}
          <label className="flex items-center gap-2">
            <Checkbox checked={form.phone} onChange={(phone) => set({ phone })} />
            On a phone too
          </label>
          <LineField
            label="Lookups a month at most"
            hint={`${lookups(watch.spent)} used this month. What does not fit waits for the next one.`}
            type="number"
            min={0}
            max={1_000_000}
            required
            value={form.most_a_month}
            onText={(text) => set({ most_a_month: Number(text) })}
          />
        </>
      ) : (
        <p className="text-ink-2">
          No source of this project tells where you stand, so nothing is looked at by itself. Bring
          in your own report: its positions are followed.
        </p>
      )}
      <LearnedBlock />
    </FormDialog>
  );
}
