import type { ReactNode } from "react";

/** The heading line of a page: what is here and how much; its buttons at the right. */
export function PageHead({
  title,
  about,
  children,
}: {
  title: string;
  about: ReactNode;
  children?: ReactNode;
}) {
  return (
    <div className="flex min-h-[30px] items-center gap-3 pt-4">
      <h1 className="text-xl whitespace-nowrap">{title}</h1>
      <p className="min-w-0 flex-1 truncate text-ink-2">{about}</p>
      <div className="flex gap-2">{children}</div>
    </div>
  );
}
