import { useState } from "react";
import { Button } from "./Button";
import { INPUT } from "./Field";
import { plural } from "./format";
import { Modal } from "./Modal";

/** Parking keywords for later, with a note of what for. */
export function NoteDialog({
  count,
  onPark,
  onOpenChange,
}: {
  count: number;
  onPark: (note: string) => void;
  onOpenChange: (open: boolean) => void;
}) {
  const [note, setNote] = useState("");
  return (
    <Modal open={count > 0} onOpenChange={onOpenChange} title={`Park ${plural(count, "keyword")} for later`}>
      <form
        className="flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          onPark(note.trim());
          setNote("");
        }}
      >
        <input
          aria-label="Note"
          placeholder="An idea for another piece, or nothing"
          maxLength={500}
          value={note}
          onChange={(event) => setNote(event.target.value)}
          className={INPUT}
        />
        <Button type="submit" look="main">
          Park
        </Button>
      </form>
      <p className="pt-3 text-xs text-quiet">
        Parked keywords are not weighed, clustered or planned. They stand under the filter State with their note.
      </p>
    </Modal>
  );
}
