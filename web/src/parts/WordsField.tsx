import { type RefObject, useEffect, useRef, useState } from "react";
import { useLatest } from "../shared/useLatest";
import { INPUT } from "./Field";

/** Longer than between two letters of somebody who types, shorter than anybody waits for. */
const SETTLE_MS = 160;

/** A filter by words. What is typed shows at once; the list is asked for when the typing has
 * settled. `onChange` gets "" where nothing is asked for. */
export function WordsField({
  label = "Filter by words",
  placeholder = "Words",
  value,
  onChange,
  width = 150,
  maxLength = 200,
  slash = false,
  ...given
}: {
  label?: string;
  placeholder?: string;
  value: string;
  onChange: (words: string) => void;
  /** In pixels. */
  width?: number | "100%";
  maxLength?: number;
  /** Whether the page's `/` goes to it. */
  slash?: boolean;
  id?: string;
  inputRef?: RefObject<HTMLInputElement | null>;
  autoFocus?: boolean;
}) {
  const { inputRef, ...plain } = given;
  const [typed, setTyped] = useState(value);
  const sent = useRef(value);
  const tell = useLatest(onChange);
  useEffect(() => {
    // Changed from elsewhere: by Back, or by a button that clears.
    if (value === sent.current) return;
    sent.current = value;
    setTyped(value);
  }, [value]);
  useEffect(() => {
    if (typed === sent.current) return;
    const timer = setTimeout(() => {
      sent.current = typed;
      tell.current(typed);
    }, SETTLE_MS);
    return () => clearTimeout(timer);
  }, [typed, tell]);
  return (
    <input
      {...plain}
      {...(inputRef && { ref: inputRef })}
      type="search"
      aria-label={label}
      aria-keyshortcuts={slash ? "/" : undefined}
      placeholder={slash ? `${placeholder}  /` : placeholder}
      maxLength={maxLength}
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onKeyDown={(event) => event.key === "Escape" && event.currentTarget.blur()}
      style={{ width }}
      className={`${INPUT} max-w-full shrink-0`}
    />
  );
}
