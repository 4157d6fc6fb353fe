import type { ReactNode } from "react";

/** A block of the inspector: a heading, its source and date at the right, what it tells below;
 * hairlines between. */
export function Block({
  title,
  aside,
  children,
}: {
  title: ReactNode;
  aside?: ReactNode;
  children: ReactNode;
}) {
  return (
    <section className="border-t border-hairline py-3">
      <div
        className="flex items-baseline justify-between gap-3 pb-1 text-2xs font-semibold
        text-quiet"
      >
        <h3>{title}</h3>
        {aside && <span>{aside}</span>}
      </div>
      {children}
    </section>
  );
}
