import { type ComponentProps, type ReactNode, useId } from "react";

const BOX = "w-full rounded-md border border-bar bg-sheet px-2 text-ink placeholder:text-quiet";
export const INPUT = `h-[30px] ${BOX}`;
/** Of several lines; `code` is read letter by letter, `large` is the one question of a page. */
export const AREAS = {
  text: `py-1 ${BOX}`,
  code: `py-1 font-mono text-xs ${BOX}`,
  large: `py-1 text-base ${BOX}`,
} as const;

type Words = {
  label: string;
  hint?: string | undefined;
  /** What is wrong with it. */
  error?: string | undefined;
};
/** What every control of a field gets: whose label and whose words it has. */
type Told = { id: string; "aria-describedby": string | undefined };

/** A labelled field; what is wrong with it stands under it, or else its hint. */
export function Field({
  label,
  hint,
  error,
  children,
}: Words & { children: (told: Told) => ReactNode }) {
  const id = useId();
  const below = error || hint ? `${id}-below` : undefined;
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className="font-semibold">
        {label}
      </label>
      {children({ id, "aria-describedby": below })}
      {hint && !error && (
        <p id={below} className="text-xs text-quiet">
          {hint}
        </p>
      )}
      {error && (
        <p id={below} role="alert" className="text-xs text-persimmon-text">
          {error}
        </p>
      )}
    </div>
  );
}

type Typed<Tag extends "input" | "textarea"> = Words & {
  onText: (text: string) => void;
} & Omit<ComponentProps<Tag>, "id" | "onChange" | "className">;

/** A field of one line: text, a number, a day, whatever the browser knows as an input. */
export function LineField({ label, hint, error, onText, ...input }: Typed<"input">) {
  return (
    <Field label={label} hint={hint} error={error}>
      {(told) => (
        <input
          {...told}
          {...input}
          onChange={(event) => onText(event.target.value)}
          className={INPUT}
        />
      )}
    </Field>
  );
}

/** A field of several lines. */
export function TextField({
  label,
  hint,
  error,
  onText,
  look = "text",
  ...input
}: Typed<"textarea"> & {
  look?: keyof typeof AREAS;
}) {
  return (
    <Field label={label} hint={hint} error={error}>
      {(told) => (
        <textarea
          {...told}
          {...input}
          onChange={(event) => onText(event.target.value)}
          className={AREAS[look]}
        />
      )}
    </Field>
  );
}
