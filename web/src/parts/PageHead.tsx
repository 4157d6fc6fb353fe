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
    <div className="flex min-h-[30px] flex-wrap items-center gap-x-3 gap-y-2 pt-4 min-[900px]:flex-nowrap">
      <h1 className="text-xl min-[900px]:whitespace-nowrap">{title}</h1>
      <p className="min-w-0 flex-1 truncate text-ink-2 max-[900px]:basis-full max-[900px]:whitespace-normal">
        {about}
      </p>
      <div className="flex flex-wrap gap-2 min-[900px]:flex-nowrap">{children}</div>
    </div>
  );
}
