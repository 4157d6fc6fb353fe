import type { ReactNode } from "react";

/** Where nothing is yet: why, and the one button that changes it. None only where something is
 * already on its way. */
export function Empty({
  title,
  children,
  action,
}: {
  title: string;
  children: ReactNode;
  action: ReactNode;
}) {
  return (
    <div
      data-empty=""
      className="flex flex-1 flex-col items-center justify-center gap-2 border-t
      border-hairline bg-sheet p-8 text-center"
    >
      <h2 className="text-lg">{title}</h2>
      <p className="max-w-[440px] text-ink-2">{children}</p>
      {action && <div className="pt-2">{action}</div>}
    </div>
  );
}
