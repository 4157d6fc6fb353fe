import { useState } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { Field, INPUT } from "../parts/Field";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
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
    <Modal open onOpenChange={onClose} title={title ? `Note for “${title}”` : "Note for a channel"}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate(undefined);
        }}
      >
        {keep.error && <ProblemNote error={keep.error} />}
        <div className="grid grid-cols-2 gap-3">
          <Field label="What happened">
            {(id) => (
              <Select id={id} value={form.what} onChange={(what) => set({ what: what as What })}>
                {(live ? OF_PIECE : (["engine", "other"] as const)).map((what) => (
                  <option key={what} value={what}>
                    {WHAT[what]}
                  </option>
                ))}
              </Select>
            )}
          </Field>
          <Field label="On">
            {(id) => (
              <input
                id={id}
                type="date"
                required
                max={today}
                value={form.day}
                onChange={(event) => set({ day: event.target.value })}
                className={INPUT}
              />
            )}
          </Field>
        </div>
        {!live && (
          <Field label="Channel" hint="An update is of all that stands there, whoever’s it is.">
            {(id) => (
              <Select
                id={id}
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
        <Field label="Why, or what exactly">
          {(id) => (
            <input
              id={id}
              value={form.reason}
              maxLength={500}
              onChange={(event) => set({ reason: event.target.value })}
              className={INPUT}
            />
          )}
        </Field>
        <Field label="Note for whoever looks back">
          {(id) => (
            <textarea
              id={id}
              rows={3}
              value={form.note}
              maxLength={4_000}
              onChange={(event) => set({ note: event.target.value })}
              className={`${INPUT} !h-auto py-1`}
            />
          )}
        </Field>
        <div className="flex justify-end gap-2 pt-1">
          <Button onClick={onClose}>Leave it</Button>
          <Button look="main" type="submit" disabled={keep.isPending}>
            Note it
          </Button>
        </div>
      </form>
    </Modal>
  );
}
