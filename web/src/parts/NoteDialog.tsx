import { plural } from "./format";
import { Modal } from "./Modal";
import { OneLine } from "./OneLine";

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
  return (
    <Modal
      open={count > 0}
      onOpenChange={onOpenChange}
      title={`Park ${plural(count, "keyword")} for later`}
    >
      <OneLine
        label="Note"
        placeholder="An idea for another piece, or nothing"
        most={500}
        action="Park"
        onTake={onPark}
      />
      <p className="pt-3 text-xs text-quiet">
        Parked keywords are not measured, clustered or planned. Find them with the State filter.
      </p>
    </Modal>
  );
}
