import { Link, useNavigate, useRouterState } from "@tanstack/react-router";
import { DropdownMenu, ToggleGroup } from "radix-ui";
import { useState } from "react";
import type { Project } from "../api/client";
import { tenths } from "../parts/format";
import { Help } from "../parts/Help";
import { Mark } from "../parts/Mark";
import { MENU, MENU_ITEM } from "../parts/menu";
import { signOut } from "../projects/changes";
import { CHANNELS, STEPS, usePlace } from "../shared/channels";
import { useOverview, useOwnFiles, useProjects, useSession } from "../shared/queries";
import { chooseTheme, chosenTheme, THEMES, type Theme } from "../shared/theme";
import { LocaleMenu } from "./LocaleMenu";

const LOOKS = { system: "Same as system", light: "Light", dark: "Dark" } as const;
const FRAME =
  "flex h-[31px] items-center gap-2 rounded-md border border-beam-line px-3 text-on-beam " +
  "hover:border-on-beam-2";

/** The top bar: mark, project, channel, locale, command box, allowance, person. */
export function TopBar({
  project,
  onCommand,
  onHistory,
  onHelp,
}: {
  project: Project | undefined;
  onCommand: () => void;
  onHistory: () => void;
  onHelp: () => void;
}) {
  const { projectId, channel } = usePlace();
  const navigate = useNavigate();
  const projects = useProjects();
  const session = useSession();
  const overview = useOverview(projectId);
  const path = useRouterState({ select: (state) => state.location.pathname });
  const step = STEPS.find((step) => path.endsWith(`/${step.id}`))?.id ?? "gather";
  const ownFiles = useOwnFiles(projectId);
  const [theme, setTheme] = useState(chosenTheme);
  const left = overview.data?.lookups_left ?? project?.lookups_left;

  return (
    <header className="print:hidden flex min-h-12 shrink-0 flex-wrap items-center gap-x-3 gap-y-2 bg-beam min-[1200px]:gap-x-4 px-[18px] text-on-beam min-[1000px]:flex-nowrap max-[1000px]:py-2">
      <Link to="/" aria-label="Bunraku, your projects">
        <Mark />
      </Link>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger
          className={`${FRAME} max-w-[220px] min-w-[120px] shrink font-semibold`}
        >
          <span className="truncate">{project?.name ?? "Project"}</span> <Caret />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="start" sideOffset={6} className={MENU}>
            {projects.data?.map((project) => (
              <DropdownMenu.Item
                key={project.id}
                className={MENU_ITEM}
                onSelect={() =>
                  navigate({
                    to: "/p/$projectId/$channel",
                    params: { projectId: String(project.id), channel },
                  })
                }
              >
                <span className={project.id === projectId ? "font-semibold" : ""}>
                  {project.name}
                </span>
              </DropdownMenu.Item>
            ))}
            <DropdownMenu.Separator className="my-1 h-px bg-hairline" />
            <DropdownMenu.Item
              className={MENU_ITEM}
              onSelect={() =>
                navigate({
                  to: "/p/$projectId/$channel/settings",
                  params: { projectId: String(projectId), channel },
                })
              }
            >
              Project and outlets
            </DropdownMenu.Item>
            <DropdownMenu.Item
              className={MENU_ITEM}
              onSelect={() => navigate({ to: "/projects/new" })}
            >
              New project
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <ToggleGroup.Root
        type="single"
        aria-label="Channel"
        value={channel}
        onValueChange={(value) => {
          if (value)
            navigate({
              to: `/p/$projectId/$channel/${step}`,
              params: { projectId: String(projectId), channel: value },
              // The same question on another channel; what was open there is not here.
              search: (now) => ({ ...now, row: undefined, cluster: undefined }),
            });
        }}
        className="flex h-[31px] shrink-0 overflow-hidden rounded-md border border-beam-line"
      >
        {CHANNELS.map((channel) => (
          <ToggleGroup.Item
            key={channel.id}
            value={channel.id}
            className="px-3 text-on-beam-2 hover:text-on-beam data-[state=on]:bg-on-beam
              data-[state=on]:font-semibold data-[state=on]:text-beam
              focus-visible:-outline-offset-2"
          >
            {channel.name}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      {project && <LocaleMenu project={project} />}
      <span className="flex-1 max-[1000px]:hidden" />
      <button
        type="button"
        onClick={onCommand}
        aria-keyshortcuts="Control+K"
        className="flex h-[31px] w-[250px] min-w-[90px] shrink-[99] items-center justify-between max-[700px]:w-full
          rounded-md bg-beam-2 px-3 text-on-beam-2 hover:text-on-beam"
      >
        <span className="truncate">Search or run a command</span>{" "}
        <kbd className="font-sans text-2xs whitespace-nowrap">Ctrl K</kbd>
      </button>
      <button
        type="button"
        onClick={onHistory}
        className="text-on-beam-2 hover:text-on-beam"
        title="The latest changes, each with Undo"
      >
        History
      </button>
      <button
        type="button"
        onClick={onHelp}
        aria-keyshortcuts="?"
        className="text-on-beam-2 hover:text-on-beam"
        title="What this step is for, and the keys (?)"
      >
        Help
      </button>
      {overview.data?.practice && (
        <Help
          figure=""
          text={
            "Figures in this project are simulated, for practice. To use real ones, import your own and turn the practice sources off in project settings."
          }
          title="Practice figures"
        >
          <span className="rounded-sm border border-dashed border-on-beam-2 px-2 whitespace-nowrap text-on-beam">
            Practice
          </span>
        </Help>
      )}
      {ownFiles ? (
        <Help
          figure=""
          text="Figures come only from your files and from what you enter. You can change this in project settings."
          title="Own files only"
        >
          <span className="whitespace-nowrap text-on-beam">Own files only</span>
        </Help>
      ) : (
        <Help
          figure=""
          text={
            "Lookups you can still spend. You see the price first, and never pay for the same lookup twice in a day."
          }
          title="Allowance"
        >
          <span className="whitespace-nowrap text-on-beam-2">
            Lookups <span className="max-[1200px]:hidden">left </span>
            <strong className="text-on-beam">{left == null ? "" : tenths(left)}</strong>
          </span>
        </Help>
      )}
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="whitespace-nowrap text-on-beam-2 hover:text-on-beam">
          {session.data?.name || "Person"} <Caret />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" sideOffset={10} className={MENU}>
            <DropdownMenu.Item className={MENU_ITEM} onSelect={() => navigate({ to: "/account" })}>
              Account
            </DropdownMenu.Item>
            <DropdownMenu.Item className={MENU_ITEM} onSelect={() => navigate({ to: "/about" })}>
              About Bunraku
            </DropdownMenu.Item>
            <DropdownMenu.Label className="px-3 pt-2 pb-1 text-2xs font-semibold text-quiet">
              Appearance
            </DropdownMenu.Label>
            <DropdownMenu.RadioGroup
              value={theme}
              onValueChange={(chosen) => {
                chooseTheme(chosen as Theme);
                setTheme(chosen as Theme);
              }}
            >
              {THEMES.map((each) => (
                <DropdownMenu.RadioItem key={each} value={each} className={MENU_ITEM}>
                  <span className={each === theme ? "font-semibold" : ""}>{LOOKS[each]}</span>
                </DropdownMenu.RadioItem>
              ))}
            </DropdownMenu.RadioGroup>
            <DropdownMenu.Separator className="my-1 h-px bg-hairline" />
            <DropdownMenu.Item
              className={MENU_ITEM}
              onSelect={async () => {
                await signOut();
                location.assign("/sign-in");
              }}
            >
              Sign out
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </header>
  );
}

function Caret() {
  return (
    <svg
      width="8"
      height="5"
      viewBox="0 0 8 5"
      aria-hidden="true"
      className="inline-block shrink-0"
    >
      <path d="M0 0h8L4 5z" fill="currentColor" />
    </svg>
  );
}
