import { Modal } from "../parts/Modal";

const KEYS: readonly [string, string][] = [
  ["↑ ↓ or k j", "One row up or down"],
  ["Home, End", "First or last row"],
  ["Space", "Select the row"],
  ["a", "Select all or none"],
  ["Enter", "Open or close the inspector"],
  ["/", "Filter by words; in Gather, the seeds"],
  ["s", "Shortlist"],
  ["y", "Keep"],
  ["p", "Park for later, with a note"],
  ["x", "Reject, with a reason"],
  ["d", "Gather: explore from this keyword"],
  ["v", "Weigh: show variants. Cluster: theme map. Plan: board, list or calendar"],
  ["w", "Cluster, Plan: order of work"],
  ["c", "Into the tray, to compare"],
  ["m", "Measure"],
  ["r", "Open the results page; there, fetch it again"],
  ["← →", "Results page: previous or next keyword"],
  ["o", "Results page: switch outlet"],
  ["← →", "Plan: move and pin the piece a month earlier or later"],
  ["Backspace", "Plan: unschedule the piece"],
  ["b", "Plan: the piece's brief"],
  ["e", "Plan: open in the editor"],
  ["t", "Plan: suggest titles"],
  ["f", "Plan: schedule to my hours"],
  ["z", "Undo the last change"],
  ["Alt P, Alt C", "Editor: build the field, copy it (Alt Shift C: all fields)"],
  ["Alt 1 2 3", "Editor: apply a suggested fix; Alt V: versions"],
  ["n, t", "Published piece: add a note; turn the suggestion into a task"],
  ["1 2 3 4 5 6", "Gather, Weigh, Cluster, Plan, Write, Follow"],
  ["Ctrl K", "Every command"],
  ["?", "This list"],
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
    <Modal open={open} onOpenChange={onOpenChange} title="Keyboard shortcuts" wide>
      <dl className="columns-2 gap-x-10">
        {KEYS.map(([key, does]) => (
          <div key={does} className="grid break-inside-avoid grid-cols-[112px_1fr] py-[2px]">
            <dt className="font-semibold">{key}</dt>
            <dd className="text-ink-2">{does}</dd>
          </div>
        ))}
      </dl>
      <p className="pt-3 text-xs text-quiet">Shortcuts are off while you type.</p>
    </Modal>
  );
}
