import type { ReactNode } from "react";

/** A table that may be wider than its page: it scrolls by itself, by keys too. */
export function Scrolls({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div
      role="group"
      aria-label={label}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: keys must reach what scrolls
      tabIndex={0}
      className="relative shrink-0 overflow-x-auto print:overflow-visible"
    >
      {children}
    </div>
  );
}
