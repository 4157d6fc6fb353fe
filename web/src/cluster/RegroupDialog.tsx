import { Button } from "../parts/Button";
import { Modal } from "../parts/Modal";

/** Clustering afresh moves keywords between clusters and cannot be undone by a key, so it asks. */
export function RegroupDialog({
  open,
  onOpenChange,
  onGo,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onGo: () => void;
}) {
  return (
    <Modal open={open} onOpenChange={onOpenChange} title="Cluster this channel afresh">
      <p className="text-ink-2">
        All keywords are grouped again from their present results pages. Names you gave and keywords
        you moved by hand hold; other keywords may change their cluster. Pieces in the plan keep
        their keywords. It cannot be undone.
      </p>
      <div className="flex justify-end gap-2 pt-4">
        <Button onClick={() => onOpenChange(false)}>Cancel</Button>
        <Button
          look="main"
          onClick={() => {
            onOpenChange(false);
            onGo();
          }}
        >
          Cluster afresh
        </Button>
      </div>
    </Modal>
  );
}
