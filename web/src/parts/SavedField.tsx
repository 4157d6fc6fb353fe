import { useEffect, useState } from "react";
import { Button } from "./Button";
import { AREAS, INPUT } from "./Field";

/** A text that is saved as one leaves it; Enter leaves a single line. What is typed here stays when
 * another window saves the same text meanwhile: then the person chooses. */
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
  /** Save a text; `was` is what it was when one began to type. */
  onSave: (value: string, was: string) => void;
  lines?: number;
  placeholder?: string;
  /** Whether nothing is no answer: what stood there comes back. */
  needed?: boolean;
  className?: string;
}) {
  const [text, setText] = useState(value);
  const [base, setBase] = useState(value);
  const said = lines > 1 ? text : text.trim();
  const clashes = value !== base && said !== base && said !== value;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is typed decides when it is new
  useEffect(() => {
    if (said !== base && said !== value) return;
    setText(value);
    setBase(value);
  }, [value]);
  const leave = () => {
    if (clashes) return;
    if (needed && !said) setText(base);
    else if (said !== base) onSave(said, base);
  };
  const shared = {
    maxLength: most,
    placeholder,
    value: text,
    onChange: (event: { target: { value: string } }) => setText(event.target.value),
    onBlur: leave,
  };
  return (
    <div className={className}>
      {/* biome-ignore lint/a11y/noLabelWithoutControl: one of the two stands in it */}
      <label>
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
      {clashes && (
        <span role="alert" className="block pt-1 text-xs text-persimmon-text">
          Another window changed this to {value ? `“${value}”` : "nothing"}.{" "}
          <Button
            look="bare"
            className="!h-[22px] !px-2 text-xs"
            onClick={() => {
              setText(value);
              setBase(value);
            }}
          >
            Take theirs
          </Button>
          <Button
            look="bare"
            className="!h-[22px] !px-2 text-xs"
            onClick={() => onSave(said, value)}
          >
            Keep mine
          </Button>
        </span>
      )}
    </div>
  );
}
