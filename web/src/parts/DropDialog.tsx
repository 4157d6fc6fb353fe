import { Button } from "./Button";
import { plural } from "./format";
import { Modal } from "./Modal";
import { OneLine } from "./OneLine";

const REASONS = ["Off topic", "Another brand", "Wrong audience", "Too difficult", "No searches"];

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
  return (
    <Modal
      open={count > 0}
      onOpenChange={onOpenChange}
      title={`Reject ${plural(count, "keyword")}`}
    >
      {/* biome-ignore lint/a11y/noStaticElementInteractions: short ways to buttons inside */}
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
        <div className="pt-3">
          <OneLine
            label="Another reason"
            placeholder="Another reason, or none"
            most={200}
            action="Reject"
            onTake={onDrop}
          />
        </div>
        <p className="pt-3 text-xs text-quiet">
          Rejected keywords keep their figures; find them with the State filter. The first three
          reasons also improve relevance.
        </p>
      </div>
    </Modal>
  );
}
