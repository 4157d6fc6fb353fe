import { useState } from "react";
import { FormDialog } from "../parts/FormDialog";
import { usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { setFigures } from "./changes";
import type { Report } from "./queries";
import { monthWords } from "./reportMath";

/** The figures of a month, typed. */
export function FiguresDialog({ told, onClose }: { told: Report; onClose: () => void }) {
  const { projectId } = usePlace();
  const [values, setValues] = useState<Record<string, string>>(
    Object.fromEntries(told.figures.map((row) => [row.id, row.values[0]?.toString() ?? ""])),
  );
  const keep = useChange(
    projectId,
    () =>
      setFigures(projectId, {
        month: told.month,
        outlet: told.outlet,
        values: Object.fromEntries(
          told.figures
            .filter((row) => (row.values[0]?.toString() ?? "") !== values[row.id])
            .map((row) => [row.id, values[row.id] === "" ? null : Number(values[row.id])]),
        ),
      }),
    { done: onClose },
  );
  return (
    <FormDialog
      title={`Figures of ${monthWords(told.month)}${told.outlet_name && `, ${told.outlet_name}`}`}
      take="Save figures"
      change={keep}
      onClose={onClose}
    >
      <div className="grid grid-cols-[1fr_120px] items-center gap-x-3 gap-y-1">
        {told.figures.map((row) => (
          <label key={row.id} className="contents">
            <span title={row.about}>{row.name}</span>
            <input
              type="number"
              step="any"
              min={0}
              value={values[row.id] ?? ""}
              onChange={(event) => setValues((now) => ({ ...now, [row.id]: event.target.value }))}
              className="h-[30px] rounded-md border border-bar bg-sheet px-2 text-right"
            />
          </label>
        ))}
      </div>
    </FormDialog>
  );
}
