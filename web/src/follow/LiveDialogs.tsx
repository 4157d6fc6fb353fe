import { useState } from "react";
import { Button } from "../parts/Button";
import { LineField, TextField } from "../parts/Field";
import { FormDialog } from "../parts/FormDialog";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
import { usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { readBack, takeDown } from "./changes";
import { NoteDialog } from "./NoteDialog";
import { PublishDialog } from "./PublishDialog";
import type { Live } from "./queries";

export type LiveDialog = "note" | "publish" | "down" | "back";

/** What can be done to a live piece, each in its dialog. */
export function LiveDialogs({
  live,
  which,
  onClose,
}: {
  live: Live;
  which: LiveDialog;
  onClose: () => void;
}) {
  const { projectId } = usePlace();
  if (which === "note")
    return <NoteDialog today={live.today} live={live.id} title={live.title} onClose={onClose} />;
  if (which === "publish" && live.piece)
    return (
      <PublishDialog
        projectId={projectId}
        pieceId={live.piece}
        onClose={onClose}
        onLive={onClose}
      />
    );
  if (which === "down") return <DownDialog live={live} onClose={onClose} />;
  return <BackDialog live={live} onClose={onClose} />;
}

function DownDialog({ live, onClose }: { live: Live; onClose: () => void }) {
  const { projectId } = usePlace();
  const [day, setDay] = useState(live.today);
  const [reason, setReason] = useState("");
  const down = useChange(projectId, () => takeDown(projectId, live.id, { day, reason }), {
    done: onClose,
  });
  return (
    <FormDialog title="Mark as unpublished" take="Stop tracking" change={down} onClose={onClose}>
      <p className="text-ink-2">
        It is no longer checked; its history and diary stay. If published again, tracking continues
        where it stopped.
      </p>
      <LineField
        label="Since"
        type="date"
        required
        max={live.today}
        min={live.published}
        value={day}
        onText={setDay}
      />
      <LineField label="Why" value={reason} maxLength={500} onText={setReason} />
    </FormDialog>
  );
}

function BackDialog({ live, onClose }: { live: Live; onClose: () => void }) {
  const { projectId } = usePlace();
  const [text, setText] = useState("");
  const read = useChange(projectId, (pasted: string) => readBack(projectId, live.id, pasted));
  const told = read.data;
  return (
    <Modal open onOpenChange={onClose} title="Compare with the published page" wide>
      <div className="flex flex-col gap-3">
        <p className="text-ink-2">
          Platforms shorten titles, remove tags and change text. Paste the page as HTML or text, or
          what is in your platform’s form; or fetch {live.address} from a source.
        </p>
        {read.error && <ProblemNote error={read.error} />}
        <TextField label="Published text" rows={6} value={text} onText={setText} look="code" />
        {told && (
          <div role="status">
            <p>
              {told.compared.length
                ? `Compared: ${told.compared.join(", ").toLowerCase()}. `
                : "Nothing could be compared. "}
              {told.compared.length > 0 &&
                (told.differs.length ? "These differ:" : "All as it was published.")}
            </p>
            <ul>
              {told.differs.map((each) => (
                <li key={each.field} className="border-l-2 border-persimmon py-1 pl-2">
                  <b>{each.name}</b>
                  <span className="block">written: {each.before || "(empty)"}</span>
                  <span className="block">there: {each.after || "(empty)"}</span>
                </li>
              ))}
            </ul>
            {told.notes.map((note) => (
              <p key={note} className="text-xs text-quiet">
                {note}
              </p>
            ))}
          </div>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Close</Button>
          <Button disabled={read.isPending} onClick={() => read.mutate("")}>
            Ask a source
          </Button>
          <Button
            look="main"
            disabled={read.isPending || !text.trim()}
            onClick={() => read.mutate(text)}
          >
            Compare the texts
          </Button>
        </div>
      </div>
    </Modal>
  );
}
