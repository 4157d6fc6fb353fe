import { type ReactNode, useState } from "react";
import { useKey } from "./useKey";

const LEAST = 300;
const MOST = 620;
const clamp = (width: number) => Math.max(LEAST, Math.min(MOST, width));

/** The panel at the right: closable with Escape, its width drawn by its edge or with the arrow
 * keys, and remembered. */
export function Inspector({
  label,
  onClose,
  usual = 352,
  name = "",
  children,
}: {
  label: string;
  onClose?: () => void;
  /** How wide it is until one draws it; one with a name of its own has a width of its own. */
  usual?: number;
  name?: string;
  children: ReactNode;
}) {
  const store = `bunraku.inspector${name && `.${name}`}`;
  const [width, setWidth] = useState(() => clamp(Number(localStorage.getItem(store)) || usual));
  useKey("escape", () => onClose?.(), { enabled: onClose !== undefined });
  const change = (next: number) => {
    setWidth(clamp(next));
    localStorage.setItem(store, String(clamp(next)));
  };
  return (
    <aside
      aria-label={label}
      className={`relative flex shrink-0 flex-col border-l border-hairline bg-sheet
        ${onClose ? "over" : "under"}`}
      style={{ width }}
    >
      <div
        role="separator"
        aria-orientation="vertical"
        aria-label="Width of the inspector"
        aria-valuenow={width}
        aria-valuemin={LEAST}
        aria-valuemax={MOST}
        tabIndex={0}
        className="absolute inset-y-0 -left-[3px] z-20 w-[6px] cursor-col-resize"
        onKeyDown={(event) => {
          if (event.key === "ArrowLeft") change(width + 16);
          if (event.key === "ArrowRight") change(width - 16);
        }}
        onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
        onPointerMove={(event) => {
          if (event.currentTarget.hasPointerCapture(event.pointerId))
            change(window.innerWidth - event.clientX);
        }}
      />
      {onClose && (
        <div className="flex h-[34px] shrink-0 items-center justify-between pr-[10px] pl-[18px]">
          <span className="text-2xs font-semibold text-quiet">{label}</span>
          <button
            type="button"
            aria-label="Close the inspector"
            onClick={onClose}
            className="flex size-6 items-center justify-center rounded-md text-quiet
              hover:bg-trough hover:text-ink"
          >
            <svg
              width="10"
              height="10"
              viewBox="0 0 10 10"
              aria-hidden="true"
              stroke="currentColor"
              strokeWidth="1.5"
            >
              <path d="M1 1l8 8M9 1L1 9" />
            </svg>
          </button>
        </div>
      )}
      <div
        // biome-ignore lint/a11y/noNoninteractiveTabindex: keys must reach what scrolls
        tabIndex={0}
        className={`relative min-h-0 flex-1 overflow-auto px-[18px] pb-4 focus-visible:-outline-offset-2
          ${onClose ? "" : "pt-4"}`}
      >
        {children}
      </div>
    </aside>
  );
}
