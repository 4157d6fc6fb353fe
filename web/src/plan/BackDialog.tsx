import { useState } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { FileDrop } from "../parts/FileDrop";
import { exact, plural } from "../parts/format";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
import { useSay } from "../parts/toasts";
import { useChange } from "../shared/useChange";
import { bringPlan, takePlan } from "./changes";

type Told = Schemas["PlanBackOut"];

/** An edited plan comes back: what it would change is shown before it is taken. */
export function BackDialog({ projectId, onClose }: { projectId: number; onClose: () => void }) {
  const [told, setTold] = useState<Told | undefined>();
  const say = useSay();
  const look = useChange(projectId, (file: File) => bringPlan(projectId, file), {
    done: (out) => setTold(out),
  });
  const take = useChange(projectId, (upload: number) => takePlan(projectId, upload), {
    done: (out) => {
      say(
        `${plural(out.fields, "field")} of ${plural(out.pieces, "piece")} taken. z takes it back.`,
      );
      onClose();
    },
  });
  const problem = look.error ?? take.error;
  return (
    <Modal open onOpenChange={(open) => !open && onClose()} title="Bring an edited plan back">
      <p className="text-ink-2">
        The plan as you took it away, edited in a spreadsheet: pieces are known again by their Id.
        Titles, kinds, outlets, months, hours and what is told of the work can be changed; a piece
        that is not in the file stays.
      </p>
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
          {told?.changed ? `Take ${plural(told.changed, "change")}` : "Nothing to take"}
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
          <h3 className="pt-2 font-semibold">Not taken</h3>
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
          Not in the file, and as {told.missing.length === 1 ? "it was" : "they were"}:{" "}
          {told.missing.slice(0, 6).join(", ")}
          {told.missing.length > 6 && ` and ${told.missing.length - 6} more`}.
        </p>
      )}
    </div>
  );
}
