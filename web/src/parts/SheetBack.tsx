import { useState } from "react";
import type { Schemas } from "../api/client";
import { useChange } from "../shared/useChange";
import { Button } from "./Button";
import { FileDrop } from "./FileDrop";
import { exact, plural } from "./format";
import { Modal } from "./Modal";
import { ProblemNote } from "./ProblemNote";
import { useSay } from "./toasts";

type Told = Schemas["PlanBackOut"];

/** A sheet that was taken away and edited comes back: what it would change is shown before it is
 * taken. */
export function SheetBack({
  projectId,
  title,
  about,
  taken = "",
  undo = false,
  bring,
  takeIt,
  onClose,
}: {
  projectId: number;
  title: string;
  about: string;
  /** Where the state before is kept, if undo cannot restore it: the end of the message. */
  taken?: string;
  undo?: boolean;
  bring: (file: File) => Promise<Told>;
  takeIt: (upload: number) => Promise<Schemas["TakenOut"]>;
  onClose: () => void;
}) {
  const [told, setTold] = useState<Told | undefined>();
  const say = useSay();
  const look = useChange(projectId, bring, {
    done: (out) => setTold(out),
  });
  const take = useChange(projectId, takeIt, {
    done: (out) => {
      say(`${plural(out.fields, "field")} of ${plural(out.pieces, "piece")} updated. ${taken}`, {
        undo,
      });
      onClose();
    },
  });
  const problem = look.error ?? take.error;
  return (
    <Modal open onOpenChange={(open) => !open && onClose()} title={title}>
      <p className="text-ink-2">{about}</p>
      <div className="py-3">
        <FileDrop busy={look.isPending} onFile={(file) => look.mutate(file)} />
      </div>
      {problem && <ProblemNote error={problem} />}
      {told && <Differences told={told} />}
      <div className="flex justify-end gap-2 pt-3">
        <Button onClick={onClose}>Cancel</Button>
        <Button
          look="main"
          disabled={!told?.changed || take.isPending}
          onClick={() => told && take.mutate(told.upload)}
        >
          {told?.changed ? `Apply ${plural(told.changed, "change")}` : "Nothing to apply"}
        </Button>
      </div>
    </Modal>
  );
}

function Differences({ told }: { told: Told }) {
  return (
    <div className="max-h-[320px] overflow-auto border-y border-hairline py-2">
      <p>
        {plural(told.rows, "piece")} read, {plural(told.changed, "field")} would change.
      </p>
      <ul>
        {told.changes.map((change) => (
          <li key={`${change.piece} ${change.field}`} className="py-[2px]">
            <strong>{change.title}</strong>, {change.field}:{" "}
            <del className="text-quiet">{change.before || "nothing"}</del>{" "}
            <ins className="no-underline">{change.after || "nothing"}</ins>
          </li>
        ))}
      </ul>
      {told.wrong.length > 0 && (
        <>
          <h3 className="pt-2 font-semibold">Not applied</h3>
          <ul>
            {told.wrong.map((wrong) => (
              <li key={`${wrong.row} ${wrong.why}`}>
                Row {exact(wrong.row)}: {wrong.why}
              </li>
            ))}
          </ul>
        </>
      )}
      {told.missing.length > 0 && (
        <p className="pt-2 text-ink-2">
          Not in the file, so unchanged: {told.missing.slice(0, 6).join(", ")}
          {told.missing.length > 6 && ` and ${told.missing.length - 6} more`}.
        </p>
      )}
    </div>
  );
}
