import type { ReactNode } from "react";

/** Fields that belong together, beside a line that says what they change. */
export function FieldGroup({
  title,
  changes,
  children,
}: {
  title: string;
  changes: string;
  children: ReactNode;
}) {
  return (
    <fieldset className="grid grid-cols-[190px_1fr] gap-x-6 border-t border-hairline pt-4 max-[900px]:grid-cols-1">
      <legend className="sr-only">{title}</legend>
      <div aria-hidden="true">
        <div className="font-semibold">{title}</div>
        <p className="pt-1 text-ink-2">{changes}</p>
      </div>
      <div className="flex flex-col gap-4">{children}</div>
    </fieldset>
  );
}
