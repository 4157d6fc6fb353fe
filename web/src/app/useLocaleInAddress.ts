/** The address says which locale one looks at, so that a sent link opens in it. */
import { useNavigate, useSearch } from "@tanstack/react-router";
import { useEffect, useRef } from "react";
import type { Project } from "../api/client";
import { useSay } from "../parts/toasts";
import { changeLocale } from "../projects/changes";
import { localeName } from "../shared/locales";
import { useChange } from "../shared/useChange";

const read = (locale: string) => {
  const [language = "", country = ""] = locale.split("-");
  return { language, country };
};

/** A locale in the address is gone to; one that is chosen, or gone back to, comes into it. */
export function useLocaleInAddress(project: Project | undefined): void {
  const { locale: asked } = useSearch({ from: "/p/$projectId/$channel" });
  const navigate = useNavigate();
  const say = useSay();
  const seen = useRef<string>(undefined);
  const going = useChange(
    project?.id ?? 0,
    (to: string) => changeLocale(project?.id ?? 0, read(to)),
    {
      done: (_, to) => {
        const { country, language } = read(to);
        say(`Switched to ${localeName(country, language)}, as in the link.`, { undo: true });
      },
      failed: (problem) => say(problem.message, { bad: true }),
    },
  );
  const own = project?.locale;
  // biome-ignore lint/correctness/useExhaustiveDependencies: only the two locales set it off
  useEffect(() => {
    if (!own || going.isPending) return;
    const fresh = asked !== undefined && asked !== seen.current;
    seen.current = fresh ? asked : own;
    if (fresh && asked !== own) going.mutate(asked);
    else if (asked !== undefined && asked !== own)
      navigate({ to: ".", search: (now) => ({ ...now, locale: own }), replace: true });
  }, [asked, own, going.isPending]);
}
