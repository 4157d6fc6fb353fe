import { type ReactNode, useEffect } from "react";
import { Mark } from "../parts/Mark";

/** A page outside of projects: the black beam above, one column of paper below. */
export function PlainPage({ title, children }: { title: string; children: ReactNode }) {
  useEffect(() => {
    document.title = `${title} – Bunraku`;
  }, [title]);
  return (
    <div className="flex h-full flex-col">
      <header className="flex h-12 shrink-0 items-center bg-beam px-[18px] text-on-beam">
        <a href="/" aria-label="Bunraku, your projects">
          <Mark />
        </a>
      </header>
      <div className="min-h-0 flex-1 overflow-auto">
        <main
          className="mx-auto my-8 w-[720px] max-w-[calc(100vw-36px)] rounded-md border
          border-hairline bg-sheet p-7"
        >
          <h1 className="pb-4 text-xl">{title}</h1>
          {children}
        </main>
      </div>
    </div>
  );
}
