import { SheetBack } from "../parts/SheetBack";
import { bringPlan, takePlan } from "./changes";

/** An edited plan comes back: what it would change is shown before it is taken. */
export function BackDialog({ projectId, onClose }: { projectId: number; onClose: () => void }) {
  return (
    <SheetBack
      projectId={projectId}
      title="Bring an edited plan back"
      about={
        "The plan as you took it away, edited in a spreadsheet: pieces are known again by their " +
        "Id. Titles, kinds, outlets, months, hours and what is told of the work can be changed; " +
        "a piece that is not in the file stays."
      }
      taken="z takes it back."
      bring={(file) => bringPlan(projectId, file)}
      takeIt={(upload) => takePlan(projectId, upload)}
      onClose={onClose}
    />
  );
}
