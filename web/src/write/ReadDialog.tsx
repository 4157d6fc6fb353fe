import { useState } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { Checkbox } from "../parts/Checkbox";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
import { useSay } from "../parts/toasts";
import { formOf } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { type Fields, readText } from "./changes";
import { PasteOrFile } from "./PasteOrFile";
import type { Desk } from "./queries";

/** Something that exists already, read into the fields of this desk: shown before it is taken. */
export function ReadDialog({
  projectId,
  desk,
  fields,
  onTake,
  onClose,
}: {
  projectId: number;
  desk: Desk;
  fields: Fields;
  onTake: (changed: Fields) => void;
  onClose: () => void;
}) {
  const [text, setText] = useState("");
  const [told, setTold] = useState<Schemas["ExistingFieldsOut"]>();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const say = useSay();
  const read = useChange(projectId, () => readText(projectId, desk.piece.id, text), {
    done: setTold,
  });
  const found = desk.fields.filter((field) => told?.fields[field.id]);
  const wanted = found.filter((field) => !left.has(field.id));
  return (
    <Modal open onOpenChange={(open) => !open && onClose()} title="Import the published text" wide>
      <p className="pb-2 text-ink-2">
        {formOf(desk.form).has_body
          ? "A page as HTML or Markdown. Scripts are ignored and nothing is loaded."
          : "The current text, copied from where it is published."}
      </p>
      <PasteOrFile text={text} onText={setText} />
      {read.error && <ProblemNote error={read.error} />}
      {told && (
        <div className="max-h-[32vh] overflow-auto border-y border-hairline py-2">
          {told.notes.map((note) => (
            <p key={note} className="text-ink-2">
              {note}
            </p>
          ))}
          {!found.length && <p>No fields found.</p>}
          <ul>
            {found.map((field) => (
              <li key={field.id}>
                <label className="flex items-start gap-2 py-1">
                  <Checkbox
                    label={field.name}
                    checked={!left.has(field.id)}
                    onChange={(on) => {
                      const next = new Set(left);
                      if (on) next.delete(field.id);
                      else next.add(field.id);
                      setLeft(next);
                    }}
                  />
                  <span className="min-w-0">
                    <span className="font-semibold">{field.name}</span>
                    {fields[field.id]?.trim() && (
                      <span className="text-quiet"> replaces the current text</span>
                    )}
                    <span className="line-clamp-2 text-ink-2">{told.fields[field.id]}</span>
                  </span>
                </label>
              </li>
            ))}
          </ul>
        </div>
      )}
      <div className="flex justify-end gap-2 pt-3">
        <Button onClick={onClose}>Cancel</Button>
        <Button disabled={!text.trim() || read.isPending} onClick={() => read.mutate(undefined)}>
          Preview the text
        </Button>
        <Button
          look="main"
          disabled={!wanted.length}
          onClick={() => {
            onTake(Object.fromEntries(wanted.map(({ id }) => [id, told?.fields[id] ?? ""])));
            say("Imported. The earlier text is in Versions.");
            onClose();
          }}
        >
          {wanted.length ? `Take ${wanted.length} of the fields` : "Nothing to take"}
        </Button>
      </div>
    </Modal>
  );
}
