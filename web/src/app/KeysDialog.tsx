import { Modal } from "../parts/Modal";

const KEYS: readonly [string, string][] = [
  ["↑ ↓ or k j", "One row up or down"],
  ["Home, End", "First or last row"],
  ["Space", "Choose the row"],
  ["a", "Choose all that match, or none"],
  ["Enter", "Open or close the inspector"],
  ["/", "Filter by words; in Gather, the seeds"],
  ["s", "Shortlist"],
  ["y", "Keep"],
  ["p", "Park for later, with a note"],
  ["x", "Drop, with a reason"],
  ["d", "Gather: make it the next seed, go deeper from it"],
  ["v", "Weigh: open its variants in place; Cluster: the score; Plan: board, list, calendar"],
  ["w", "Cluster, Plan: what comes first"],
  ["c", "Into the tray, to compare"],
  ["m", "Measure"],
  ["r", "The keyword's results page; there: read it again"],
  ["← →", "Results page: the keyword before or after in the list"],
  ["o", "Results page: look from the next outlet"],
  ["← →", "Plan: the piece a month earlier or later, pinned"],
  ["Backspace", "Plan: leave the piece out"],
  ["b", "Plan: the piece's brief"],
  ["e", "Plan: the piece's desk, to write it"],
  ["t", "Plan: titles for the piece"],
  ["f", "Plan: fit to my hours"],
  ["z", "Undo the last change"],
  ["Alt P, Alt C", "Desk: pack the field, copy it (Alt Shift C: all fields)"],
  ["Alt 1 2 3", "Desk: do what comes next; Alt V: versions"],
  ["n, t", "Follow, a piece: note something; make what is proposed a task"],
  ["1 2 3 4 5 6", "Gather, Weigh, Cluster, Plan, Write, Follow"],
  ["Ctrl K", "Every command"],
  ["?", "These keys"],
];

/** The list of keys. */
export function KeysDialog({
  open,
  onOpenChange,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
}) {
  return (
    <Modal open={open} onOpenChange={onOpenChange} title="Keys" wide>
      <dl className="columns-2 gap-x-10">
        {KEYS.map(([key, does]) => (
          <div key={does} className="grid break-inside-avoid grid-cols-[112px_1fr] py-[2px]">
            <dt className="font-semibold">{key}</dt>
            <dd className="text-ink-2">{does}</dd>
          </div>
        ))}
      </dl>
      <p className="pt-3 text-xs text-quiet">A key never fires while you type.</p>
    </Modal>
  );
}
