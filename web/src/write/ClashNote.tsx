import { Button } from "../parts/Button";
import type { Clash } from "./deskMath";

/** A paragraph that another window changed too: both are shown, and one decides. */
export function ClashNote({
  clash,
  name,
  onDecide,
}: {
  clash: Clash;
  /** Of the field. */
  name: string;
  onDecide: (keep: "mine" | "theirs" | "both") => void;
}) {
  return (
    <div
      role="alert"
      className="mt-2 border-l-2 border-persimmon bg-persimmon-wash px-3 py-2 text-xs"
    >
      <p className="font-semibold">
        Another window also changed this part of the {name.toLowerCase()}.
      </p>
      <dl className="grid grid-cols-[52px_1fr] gap-x-2 py-1">
        <dt className="text-quiet">Mine</dt>
        <dd className="whitespace-pre-wrap">{clash.mine || "(removed)"}</dd>
        <dt className="text-quiet">Theirs</dt>
        <dd className="whitespace-pre-wrap">{clash.theirs || "(removed)"}</dd>
      </dl>
      <div className="flex gap-2">
        <Button className="!h-[24px] text-xs" onClick={() => onDecide("mine")}>
          Keep mine
        </Button>
        <Button className="!h-[24px] text-xs" onClick={() => onDecide("theirs")}>
          Take theirs
        </Button>
        {clash.theirs && clash.mine && (
          <Button className="!h-[24px] text-xs" onClick={() => onDecide("both")}>
            Keep both
          </Button>
        )}
      </div>
    </div>
  );
}
