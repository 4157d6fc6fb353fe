import { type ReactNode, useId } from "react";

export const INPUT =
  "h-[30px] w-full rounded-md border border-bar bg-sheet px-2 text-ink placeholder:text-quiet";

/** A labelled field; what is wrong with it stands under it. The child gets the id. */
export function Field({
  label,
  hint,
  error,
  children,
}: {
  label: string;
  hint?: string;
  error?: string | undefined;
  children: (id: string) => ReactNode;
}) {
  const id = useId();
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className="font-semibold">
        {label}
      </label>
      {children(id)}
      {hint && !error && <p className="text-xs text-quiet">{hint}</p>}
      {error && (
        <p role="alert" className="text-xs text-persimmon-text">
          {error}
        </p>
      )}
    </div>
  );
}
