import { SheetBack } from "../parts/SheetBack";
import { bringPlan, takePlan } from "./changes";

/** An edited plan comes back: what it would change is shown before it is taken. */
export function BackDialog({ projectId, onClose }: { projectId: number; onClose: () => void }) {
  return (
    <SheetBack
      projectId={projectId}
      title="Import an edited plan"
      about={
        "An exported plan edited in a spreadsheet. Pieces are matched by Id; you can change titles, kinds, outlets, months, hours and status. Pieces not in the file stay as they are."
      }
      undo
      bring={(file) => bringPlan(projectId, file)}
      takeIt={(upload) => takePlan(projectId, upload)}
      onClose={onClose}
    />
  );
}
