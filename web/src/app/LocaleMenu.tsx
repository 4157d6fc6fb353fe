import { useNavigate } from "@tanstack/react-router";
import { DropdownMenu } from "radix-ui";
import type { Project } from "../api/client";
import { MENU, MENU_ITEM } from "../parts/menu";
import { useSay } from "../parts/toasts";
import { changeLocale } from "../projects/changes";
import { COMMON, localeName } from "../shared/locales";
import { useChange } from "../shared/useChange";

/** The locale that figures are read for; another one has keywords and figures of its own. */
export function LocaleMenu({ project }: { project: Project }) {
  const say = useSay();
  const navigate = useNavigate();
  const change = useChange(
    project.id,
    (to: { country: string; language: string }) => changeLocale(project.id, to),
    {
      done: (_, to) => {
        say(`Switched to ${localeName(to.country, to.language)}.`, { undo: true });
        const locale = `${to.language}-${to.country}`;
        navigate({ to: ".", search: (now) => ({ ...now, locale }), replace: true });
      },
      failed: (problem) => say(problem.message, { bad: true }),
    },
  );
  const own = { country: project.country, language: project.language };
  const is = (locale: typeof own) =>
    locale.country === own.country && locale.language === own.language;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        title={localeName(own.country, own.language)}
        aria-label={`Locale: ${localeName(own.country, own.language)}`}
        className="min-w-0 truncate text-on-beam-2 max-[700px]:hidden hover:text-on-beam"
      >
        {localeName(own.country, own.language)}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" sideOffset={10} className={MENU}>
          {[...(COMMON.some(is) ? [] : [own]), ...COMMON].map((locale) => (
            <DropdownMenu.Item
              key={`${locale.language}-${locale.country}`}
              className={MENU_ITEM}
              disabled={is(locale)}
              onSelect={() => change.mutate(locale)}
            >
              <span className={is(locale) ? "font-semibold" : ""}>
                {localeName(locale.country, locale.language)}
              </span>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
