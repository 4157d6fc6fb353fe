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
  weekly: "On the day of publishing, then seven days after the last check.",
  hand: "Nothing is checked automatically; each published piece has a button for it.",
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
      title="Checking schedule"
      take={watch.source ? "Save schedule" : undefined}
      leave={watch.source ? "Cancel" : "Close"}
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
                <option value="kind">As suits each kind of piece</option>
                <option value="weekly">Every week</option>
                <option value="hand">Manual only</option>
              </Select>
            )}
          </Field>
          <Field label="Depth" hint="Lower positions count as not ranking.">
            {(told) => (
              <Select
                {...told}
                value={String(form.depth)}
                onChange={(depth) => set({ depth: Number(depth) })}
              >
                {watch.depths.map((depth) => (
                  <option key={depth} value={depth}>
                    Top {depth}
                  </option>
                ))}
              </Select>
            )}
          </Field>
          {watch.project_places.length > 0 && (
            <fieldset>
              <legend className="text-xs text-quiet">
                Also check from these places, for local keywords
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
            Also on mobile
          </label>
          <LineField
            label="Maximum lookups a month"
            hint={`${lookups(watch.spent)} used this month. The rest waits until next month.`}
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
          No source of this project reports your rankings, so nothing is checked automatically.
          Import your search performance report; its positions are tracked.
        </p>
      )}
      <LearnedBlock />
    </FormDialog>
  );
}
