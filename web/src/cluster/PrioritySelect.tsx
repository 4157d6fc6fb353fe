import { INPUT } from "../parts/Field";
import { Select } from "../parts/Select";

const LABEL = "text-2xs font-semibold text-quiet";
export type Priority = "high" | "normal" | "low" | "";

/** The priority of a cluster or a theme, which passes it on. */
export function PrioritySelect({
  value,
  inherits,
  onChange,
}: {
  value: Priority;
  /** What inherits it. */
  inherits: string;
  onChange: (priority: Priority) => void;
}) {
  return (
    <label>
      <span className={LABEL}>Priority for {inherits}</span>
      <Select value={value} onChange={(chosen) => onChange(chosen as Priority)} className={INPUT}>
        <option value="">None</option>
        <option value="high">High</option>
        <option value="normal">Normal</option>
        <option value="low">Low</option>
      </Select>
    </label>
  );
}
