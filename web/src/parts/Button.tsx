import type { ComponentProps } from "react";

const LOOKS = {
  main: "bg-ink text-sheet border-ink hover:bg-ink-2 hover:border-ink-2",
  go: "bg-persimmon-text text-sheet border-persimmon-text hover:bg-ink",
  plain:
    "bg-sheet text-ink border-hairline hover:border-quiet " +
    "aria-pressed:border-pine-line aria-pressed:bg-pine-wash",
  bare: "border-transparent text-ink-2 hover:text-ink hover:bg-trough",
  beam: "border-beam-line text-on-beam bg-beam-2 hover:border-on-beam-2",
} as const;

type Look = keyof typeof LOOKS;

/** How a button looks: also for links that stand where one would press a button. */
export const buttonLook = (look: Look): string =>
  "inline-flex h-[30px] items-center gap-2 rounded-md border px-3 font-semibold " +
  `whitespace-nowrap disabled:opacity-50 ${LOOKS[look]}`;

/** A button says what it does. `look` ranks it; one main button a view. */
export function Button({
  look = "plain",
  className = "",
  ...rest
}: ComponentProps<"button"> & { look?: Look }) {
  return <button type="button" {...rest} className={`${buttonLook(look)} ${className}`} />;
}
