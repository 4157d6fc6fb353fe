import { Tooltip } from "radix-ui";
import type { ReactNode } from "react";
import { useFigures } from "../api/queries";

/** A figure's heading with its help text on hover and focus; the text is the docstring of what makes the figure. */
export function Help({ figure, children, className = "" }: { figure: string; children: ReactNode; className?: string }) {
  const figures = useFigures();
  const found = figures.data?.find((one) => one.id === figure);
  return (
    <Tooltip.Root delayDuration={350}>
      <Tooltip.Trigger asChild>
        <span className={`cursor-help ${className}`}>{children}</span>
      </Tooltip.Trigger>
      {found && (
        <Tooltip.Portal>
          <Tooltip.Content sideOffset={6} collisionPadding={12} className="z-50 max-w-[360px] rounded-md bg-beam px-3 py-2 text-xs text-on-beam">
            <strong className="block pb-1">{found.name}</strong>
            {found.text}
          </Tooltip.Content>
        </Tooltip.Portal>
      )}
    </Tooltip.Root>
  );
}
