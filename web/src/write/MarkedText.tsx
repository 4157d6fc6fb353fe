import { forwardRef, type KeyboardEvent, useMemo } from "react";
import type { Mark } from "./deskMath";

/** A text that one types, with stretches marked behind it; it grows with what is typed. One line
 * takes no line ends. */
export const MarkedText = forwardRef<
  HTMLTextAreaElement,
  {
    id: string;
    describedBy: string;
    value: string;
    marks: readonly Mark[];
    oneLine: boolean;
    lines: number;
    bad: boolean;
    placeholder: string;
    language: string;
    onChange: (text: string) => void;
    onFocus: () => void;
    onKeyDown?: (event: KeyboardEvent<HTMLTextAreaElement>) => void;
  }
>(function MarkedText(
  { id, describedBy, value, marks, oneLine, lines, bad, onChange, ...rest },
  ref,
) {
  const { placeholder, language, onFocus, onKeyDown } = rest;
  const behind = useMemo(() => pieces(value, marks), [value, marks]);
  return (
    <div className="grid" dir="auto">
      <div
        aria-hidden="true"
        className="pointer-events-none col-start-1 row-start-1 min-w-0 px-2 py-[5px] text-md
          leading-[1.5] break-words whitespace-pre-wrap text-transparent"
        style={{ minHeight: `calc(${lines} * 1.5em + 10px)` }}
      >
        {behind}
        {"\u200b"}
      </div>
      <textarea
        ref={ref}
        id={id}
        aria-describedby={describedBy}
        aria-invalid={bad || undefined}
        dir="auto"
        lang={language}
        rows={1}
        spellCheck
        value={value}
        placeholder={placeholder}
        onFocus={onFocus}
        onChange={(event) =>
          onChange(oneLine ? event.target.value.replace(/\s*\n\s*/g, " ") : event.target.value)
        }
        onKeyDown={(event) => {
          if (oneLine && event.key === "Enter") event.preventDefault();
          onKeyDown?.(event);
        }}
        className={`col-start-1 row-start-1 resize-none overflow-hidden rounded-md border
          bg-transparent px-[7px] py-[4px] text-md leading-[1.5] break-words whitespace-pre-wrap
          text-ink placeholder:text-quiet ${bad ? "border-persimmon" : "border-bar"}`}
      />
    </div>
  );
});

function pieces(text: string, marks: readonly Mark[]) {
  const out = [];
  let at = 0;
  for (const mark of marks) {
    if (mark.start > at) out.push(text.slice(at, mark.start));
    out.push(
      <mark
        key={mark.start}
        className={`rounded-[2px] text-transparent ${
          mark.strong
            ? "bg-persimmon-wash shadow-[0_2px_0_var(--color-persimmon)]"
            : "bg-pine-wash shadow-[0_1px_0_var(--color-pine-line)]"
        }`}
      >
        {text.slice(mark.start, mark.end)}
      </mark>,
    );
    at = mark.end;
  }
  out.push(text.slice(at));
  return out;
}
