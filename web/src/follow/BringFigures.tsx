import { FileDrop } from "../parts/FileDrop";
import { plural } from "../parts/format";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
import { usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { bringMonths } from "./changes";

/** Figures of months, from a table. */
export function BringFigures({ onClose }: { onClose: () => void }) {
  const { projectId } = usePlace();
  const bring = useChange(projectId, (file: File) => bringMonths(projectId, file));
  return (
    <Modal open onOpenChange={onClose} title="Import monthly figures">
      <p className="pb-3 text-ink-2">
        A table with a column Month, one called Outlet if there are several, and a column for each
        figure, named as in the report. Existing figures are replaced.
      </p>
      {bring.error && <ProblemNote error={bring.error} />}
      <FileDrop busy={bring.isPending} onFile={(file) => bring.mutate(file)} />
      {bring.data && (
        <div role="status" className="pt-3">
          <p>
            {plural(bring.data.figures, "figure")} of {plural(bring.data.months, "month")} taken.
          </p>
          {bring.data.wrong.map((wrong) => (
            <p key={wrong} className="text-persimmon-text">
              ! {wrong}
            </p>
          ))}
        </div>
      )}
    </Modal>
  );
}
