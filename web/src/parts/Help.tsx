import { Tooltip } from "radix-ui";
import type { ReactNode } from "react";
import { useFigures } from "../shared/queries";

/** A heading with its help text on hover and focus. A figure's text is the docstring of what
 * makes it; `text` is for what is no figure. */
export function Help({
  figure,
  text = "",
  title = "",
  children,
  className = "",
  focusable = true,
}: {
  figure: string;
  text?: string;
  title?: string;
  children: ReactNode;
  className?: string;
  /** False where what stands inside takes the focus itself. */
  focusable?: boolean;
}) {
  const figures = useFigures();
  const found =
    figures.data?.find((known) => known.id === figure) ??
    (text ? { name: title, text } : undefined);
  return (
    <Tooltip.Root delayDuration={350}>
      <Tooltip.Trigger asChild>
        <span tabIndex={focusable ? 0 : undefined} className={`cursor-help ${className}`}>
          {children}
        </span>
      </Tooltip.Trigger>
      {found && (
        <Tooltip.Portal>
          <Tooltip.Content
            sideOffset={6}
            collisionPadding={12}
            className="z-50 max-w-[360px] rounded-md bg-beam px-3 py-2 text-xs text-on-beam"
          >
            <strong className="block pb-1">{found.name}</strong>
            {found.text}
          </Tooltip.Content>
        </Tooltip.Portal>
      )}
    </Tooltip.Root>
  );
}
