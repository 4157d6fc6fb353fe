import { DropdownMenu } from "radix-ui";
import type { Project } from "../api/client";
import { buttonLook } from "../parts/Button";
import { MENU, MENU_ITEM } from "../parts/menu";
import { thresholdsOf } from "../projects/projectWords";
import { SHEET_DEFAULTS, type SheetAddress } from "./filters";

type Ready = { name: string; about: string; filter: SheetAddress };

/** Filters that are ready to take: each says what it looks for. */
export function readyFilters(project: Pick<Project, "preset" | "thresholds">): Ready[] {
  const at = thresholdsOf(project as Parameters<typeof thresholdsOf>[0]);
  return [
    {
      name: "Open ground",
      about: "searched, seldom in titles, no brands, within reach",
      filter: {
        volume_min: at.least_volume,
        title_matches_max: 2,
        chance_min: at.try_chance,
        intent: ["informational", "commercial", "transactional"],
        columns: "page",
        sort: "openness",
      },
    },
    {
      name: "A newcomer stands there",
      about: "somebody weak holds a place, and what is new gets in",
      filter: {
        weak_spots_min: 1,
        new_month_min: 1,
        columns: "page",
        sort: "weakest",
        descending: false,
      },
    },
    {
      name: "Hardly anybody aims at it",
      about: "no title of the first ten says the phrase",
      filter: {
        title_matches_max: 0,
        volume_min: at.least_volume,
        columns: "page",
        sort: "volume",
      },
    },
  ];
}

/** The ready filters, in a menu; one takes the place of what is filtered now. */
export function ReadyMenu({
  project,
  onTake,
}: {
  project: Project | undefined;
  onTake: (filter: SheetAddress) => void;
}) {
  if (!project) return null;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={buttonLook("plain")}>Ready filters</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={4} className={MENU}>
          {readyFilters(project).map((ready) => (
            <DropdownMenu.Item
              key={ready.name}
              className={`${MENU_ITEM} !h-auto flex-col !items-start py-1`}
              onSelect={() => onTake({ ...NONE, ...ready.filter })}
            >
              <strong>{ready.name}</strong>
              <span className="text-xs text-quiet">{ready.about}</span>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

const NONE: SheetAddress = {
  ...SHEET_DEFAULTS,
  volume_min: undefined,
  volume_max: undefined,
  chance_min: undefined,
  chance_max: undefined,
  difficulty_min: undefined,
  difficulty_max: undefined,
  worth_min: undefined,
  title_matches_min: undefined,
  title_matches_max: undefined,
  weak_spots_min: undefined,
  new_month_min: undefined,
};
