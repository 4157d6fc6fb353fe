import { useEffect, useState } from "react";
import { AREAS, INPUT } from "./Field";

/** A text that is saved as one leaves it; Enter leaves a single line. */
export function SavedField({
  label,
  value,
  most,
  onSave,
  lines = 1,
  placeholder,
  needed = false,
  className,
}: {
  label: string;
  value: string;
  /** Characters at most. */
  most: number;
  onSave: (value: string) => void;
  lines?: number;
  placeholder?: string;
  /** Whether nothing is no answer: what stood there comes back. */
  needed?: boolean;
  className?: string;
}) {
  const [text, setText] = useState(value);
  useEffect(() => setText(value), [value]);
  const leave = () => {
    const said = lines > 1 ? text : text.trim();
    if (needed && !said) setText(value);
    else if (said !== value) onSave(said);
  };
  const shared = {
    maxLength: most,
    placeholder,
    value: text,
    onChange: (event: { target: { value: string } }) => setText(event.target.value),
    onBlur: leave,
  };
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: one of the two stands in it
    <label className={className}>
      <span className="text-2xs font-semibold text-quiet">{label}</span>
      {lines > 1 ? (
        <textarea rows={lines} className={AREAS.text} {...shared} />
      ) : (
        <input
          className={INPUT}
          onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
          {...shared}
        />
      )}
    </label>
  );
}
