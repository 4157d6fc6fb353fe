import { DropdownMenu } from "radix-ui";
import type { Project } from "../api/client";
import { DropMenu } from "../parts/DropMenu";
import { count } from "../parts/format";
import { MENU_ITEM } from "../parts/menu";
import { thresholdsOf } from "../projects/projectWords";
import { SHEET_DEFAULTS, type SheetAddress } from "./filters";

type Ready = { name: string; about: string; filter: SheetAddress };

/** Filters that are ready to take: each says what it looks for. */
export function readyFilters(project: Pick<Project, "preset" | "thresholds">): Ready[] {
  const at = thresholdsOf(project as Parameters<typeof thresholdsOf>[0]);
  return [
    {
      name: "Low competition",
      about: "searched, rarely in titles, no brands, reachable",
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
      name: "Rarely covered",
      about: `at most ${count(at.few_pages)} pages contain the exact phrase`,
      filter: {
        volume_min: at.least_volume,
        phrase_pages_max: at.few_pages,
        columns: "page",
        sort: "openness",
      },
    },
    {
      name: "Open to newcomers",
      about: "a weak result ranks and new pages get in",
      filter: {
        weak_spots_min: 1,
        new_month_min: 1,
        columns: "page",
        sort: "weakest",
        descending: false,
      },
    },
    {
      name: "Not targeted",
      about: "none of the top 10 titles contains the phrase",
      filter: {
        title_matches_max: 0,
        volume_min: at.least_volume,
        columns: "page",
        sort: "volume",
      },
    },
  ];
}

/** Other ways to look at the sheet: columns of the results page, rivals, filters that are ready;
 * one of these takes the place of what is filtered now. */
export function ViewsMenu({
  project,
  columns,
  onColumns,
  onRivals,
  onTake,
}: {
  project: Project | undefined;
  columns: "usual" | "page";
  onColumns: () => void;
  onRivals: () => void;
  onTake: (filter: SheetAddress) => void;
}) {
  const item = (name: string, about: string, act: () => void) => (
    <DropdownMenu.Item
      key={name}
      className={`${MENU_ITEM} !h-auto flex-col !items-start !gap-0 py-1`}
      onSelect={act}
    >
      <strong>{name}</strong>
      <span className="text-xs text-quiet">{about}</span>
    </DropdownMenu.Item>
  );
  return (
    <DropMenu name="Views">
      {columns === "page"
        ? item("Standard columns", "demand, year, verdict, worth", onColumns)
        : item("Columns of results pages", "targeting and competitors", onColumns)}
      {item("Competitors", "sites, channels or shops on the results pages fetched", onRivals)}
      <DropdownMenu.Separator className="my-1 h-px bg-hairline" />
      <DropdownMenu.Label className="px-3 py-1 text-2xs font-semibold text-quiet">
        Ready-made filters
      </DropdownMenu.Label>
      {project &&
        readyFilters(project).map((ready) =>
          item(ready.name, ready.about, () => onTake({ ...NONE, ...ready.filter })),
        )}
    </DropMenu>
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
