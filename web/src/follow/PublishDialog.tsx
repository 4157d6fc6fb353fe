import { useState } from "react";
import { Button } from "../parts/Button";
import { Field, INPUT } from "../parts/Field";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
import { useChange } from "../shared/useChange";
import { publishPiece } from "./changes";
import { longDay } from "./days";
import { usePublishing } from "./queries";

/** What comes of it, by whoever tells where it stands. */
function followedWords(phrases: number, source: string): string {
  const stands = phrases === 1 ? "its phrase stands" : `its ${phrases} phrases stand`;
  const teller = source || "your own report";
  return `From then on ${teller} tells where ${stands}, and the forecast of today is kept beside.`;
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
  return (
    <Modal open onOpenChange={onClose} title={again ? "Publish the changes" : "It is live"}>
      {found.error && <ProblemNote error={found.error} />}
      {told && (
        <form
          className="flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            keep.mutate(undefined);
          }}
        >
          {keep.error && <ProblemNote error={keep.error} />}
          <p className="text-ink-2">
            {again
              ? nothing
                ? "What is live is just what is written: nothing to publish."
                : "Put it there yourself, then note it here: the diary keeps what stood there " +
                  "before and after, and names a day to look back."
              : "Put it there yourself, then say where and since when. " +
                followedWords(told.keywords, told.source)}
          </p>
          <Field label="Its address">
            {(id) => (
              <input
                id={id}
                required
                maxLength={2_000}
                value={address ?? told.address}
                onChange={(event) => setAddress(event.target.value)}
                className={INPUT}
              />
            )}
          </Field>
          <Field
            label={again ? "Changed on" : "Live since"}
            hint={again && told.published ? `Published on ${longDay(told.published)}.` : ""}
          >
            {(id) => (
              <input
                id={id}
                type="date"
                required
                max={told.today}
                value={day ?? told.today}
                onChange={(event) => setDay(event.target.value)}
                className={INPUT}
              />
            )}
          </Field>
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
            <Field label="Why">
              {(id) => (
                <input
                  id={id}
                  value={reason}
                  maxLength={500}
                  placeholder="What should come of it"
                  onChange={(event) => setReason(event.target.value)}
                  className={INPUT}
                />
              )}
            </Field>
          )}
          {!again && told.empty.length > 0 && (
            <p className="text-xs text-persimmon-text">
              ! Nothing is written in {told.empty.join(" and ").toLowerCase()} here yet: what is
              published is kept as it is written here.
            </p>
          )}
          <div className="flex justify-end gap-2 pt-1">
            <Button onClick={onClose}>Not yet</Button>
            <Button look="main" type="submit" disabled={keep.isPending || nothing}>
              {again ? "Note the change" : "Follow it"}
            </Button>
          </div>
        </form>
      )}
    </Modal>
  );
}
