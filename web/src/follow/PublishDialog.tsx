import { useState } from "react";
import { LineField } from "../parts/Field";
import { FormDialog } from "../parts/FormDialog";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
import { useChange } from "../shared/useChange";
import { publishPiece } from "./changes";
import { longDay } from "./days";
import { usePublishing } from "./queries";

/** What comes of it, by the source that reports its rankings. */
function followedWords(phrases: number, source: string): string {
  const keywords = phrases === 1 ? "its keyword" : `its ${phrases} keywords`;
  const teller = source || "Your search performance report";
  return `${teller} will track ${keywords}; today's forecast is kept for comparison.`;
}

/** A piece goes live, or what is live of it becomes what is written. */
export function PublishDialog({
  projectId,
  pieceId,
  onClose,
  onLive,
}: {
  projectId: number;
  pieceId: number;
  onClose: () => void;
  onLive: (live: number) => void;
}) {
  const found = usePublishing(projectId, pieceId);
  const told = found.data;
  const [address, setAddress] = useState<string>();
  const [day, setDay] = useState<string>();
  const [reason, setReason] = useState("");
  const keep = useChange(
    projectId,
    () =>
      publishPiece(projectId, pieceId, {
        address: address ?? told?.address ?? "",
        day: day ?? told?.today ?? "",
        reason,
      }),
    { done: ({ live }) => onLive(live) },
  );
  const again = !!told?.live;
  const nothing = again && !told.changes.length && (address ?? told.address) === told.address;
  if (!told)
    return (
      found.error && (
        <Modal open onOpenChange={onClose} title="Mark as published">
          <ProblemNote error={found.error} />
        </Modal>
      )
    );
  return (
    <FormDialog
      title={again ? "Publish the changes" : "Mark as published"}
      take={again ? "Save the change" : "Start tracking"}
      change={keep}
      ready={!nothing}
      onClose={onClose}
    >
      <p className="text-ink-2">
        {again
          ? nothing
            ? "No unpublished changes."
            : "Publish it yourself, then save it here: the diary keeps the text before and after, and sets a date for a review."
          : "Publish it yourself, then enter its URL and date. " +
            followedWords(told.keywords, told.source)}
      </p>
      <LineField
        label="URL"
        required
        maxLength={2_000}
        value={address ?? told.address}
        onText={setAddress}
      />
      <LineField
        label={again ? "Changed on" : "Published on"}
        hint={again && told.published ? `Published on ${longDay(told.published)}.` : ""}
        type="date"
        required
        max={told.today}
        value={day ?? told.today}
        onText={setDay}
      />
      {again && told.changes.length > 0 && (
        <ul className="max-h-[180px] overflow-auto border border-hairline">
          {told.changes.map((change) => (
            <li key={change.field} className="border-b border-hairline px-2 py-1 last:border-0">
              <b>{change.name}</b>
              <span className="block truncate text-quiet line-through" title={change.before}>
                {change.before || "(empty)"}
              </span>
              <span className="block truncate" title={change.after}>
                {change.after || "(empty)"}
              </span>
            </li>
          ))}
        </ul>
      )}
      {again && (
        <LineField
          label="Why"
          value={reason}
          maxLength={500}
          placeholder="Expected effect"
          onText={setReason}
        />
      )}
      {!again && told.empty.length > 0 && (
        <p className="text-xs text-persimmon-text">
          ! Nothing is written in {told.empty.join(" and ").toLowerCase()} here yet: what is
          published is kept as it is written here.
        </p>
      )}
    </FormDialog>
  );
}
