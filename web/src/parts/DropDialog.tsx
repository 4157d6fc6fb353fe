import { useState } from "react";
import { Button } from "./Button";
import { INPUT } from "./Field";
import { plural } from "./format";
import { Modal } from "./Modal";

const REASONS = ["Off topic", "Another's brand", "Not for our readers", "Too hard for us", "No searches"];

/** Why keywords are dropped: one of the usual reasons by its number, one's own, or none. */
export function DropDialog({
  count,
  onDrop,
  onOpenChange,
}: {
  count: number;
  onDrop: (reason: string) => void;
  onOpenChange: (open: boolean) => void;
}) {
  const [own, setOwn] = useState("");
  return (
    <Modal open={count > 0} onOpenChange={onOpenChange} title={`Drop ${plural(count, "keyword")}`}>
      {/* biome-ignore lint/a11y/noStaticElementInteractions: numbers are short ways to the buttons inside */}
      <div
        onKeyDown={(event) => {
          const reason = REASONS[Number(event.key) - 1];
          if (!reason || event.target instanceof HTMLInputElement) return;
          event.preventDefault();
          onDrop(reason);
        }}
      >
        <div className="flex flex-col items-start gap-1">
          {REASONS.map((reason, i) => (
            <Button key={reason} look="bare" onClick={() => onDrop(reason)} autoFocus={i === 0}>
              <span className="text-quiet">{i + 1}</span> {reason}
            </Button>
          ))}
        </div>
        <form
          className="flex gap-2 pt-3"
          onSubmit={(event) => {
            event.preventDefault();
            onDrop(own.trim());
          }}
        >
          <input
            aria-label="Another reason"
            placeholder="Another reason, or none"
            maxLength={200}
            value={own}
            onChange={(event) => setOwn(event.target.value)}
            className={INPUT}
          />
          <Button type="submit" look="main">
            Drop
          </Button>
        </form>
        <p className="pt-3 text-xs text-quiet">
          Dropped keywords keep their figures and stand under the filter State. z takes it back. What is off topic,
          another's brand or not for your readers also teaches relevance.
        </p>
      </div>
    </Modal>
  );
}
