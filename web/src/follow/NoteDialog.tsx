import { useState } from "react";
import type { Schemas } from "../api/client";
import { Field, LineField, TextField } from "../parts/Field";
import { FormDialog } from "../parts/FormDialog";
import { Select } from "../parts/Select";
import { CHANNELS, usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { noteEvent } from "./changes";
import { WHAT } from "./followWords";

type What = Schemas["EventIn"]["what"];
const OF_PIECE: readonly What[] = ["pictures", "price", "links", "other"];

/** Something that happened, noted in the diary: to a live piece, or to a whole channel. */
export function NoteDialog({
  today,
  live,
  title,
  onClose,
}: {
  today: string;
  live?: number;
  title?: string;
  onClose: () => void;
}) {
  const { projectId, channel } = usePlace();
  const [form, setForm] = useState({
    what: (live ? "pictures" : "engine") as What,
    day: today,
    channel,
    reason: "",
    note: "",
  });
  const keep = useChange(
    projectId,
    () =>
      noteEvent(projectId, {
        ...form,
        live: live ?? null,
        channel: live ? "" : form.channel,
      }),
    { done: onClose },
  );
  const set = (change: Partial<typeof form>) => setForm((now) => ({ ...now, ...change }));
  return (
    <FormDialog
      title={title ? `Note for “${title}”` : "Note for a channel"}
      take="Save note"
      change={keep}
      onClose={onClose}
    >
      <div className="grid grid-cols-2 gap-3">
        <Field label="What happened">
          {(told) => (
            <Select {...told} value={form.what} onChange={(what) => set({ what: what as What })}>
              {(live ? OF_PIECE : (["engine", "other"] as const)).map((what) => (
                <option key={what} value={what}>
                  {WHAT[what]}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <LineField
          label="On"
          type="date"
          required
          max={today}
          value={form.day}
          onText={(text) => set({ day: text })}
        />
      </div>
      {!live && (
        <Field label="Channel" hint="An engine update affects everyone on this channel.">
          {(told) => (
            <Select
              {...told}
              value={form.channel}
              onChange={(chosen) => set({ channel: chosen as typeof channel })}
            >
              {CHANNELS.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </Select>
          )}
        </Field>
      )}
      <LineField
        label="Why, or what exactly"
        value={form.reason}
        maxLength={500}
        onText={(text) => set({ reason: text })}
      />
      <TextField
        label="Note for the review"
        rows={3}
        value={form.note}
        maxLength={4_000}
        onText={(text) => set({ note: text })}
      />
    </FormDialog>
  );
}
