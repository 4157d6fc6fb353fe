import { useNavigate } from "@tanstack/react-router";
import { DropdownMenu } from "radix-ui";
import { useCommand } from "../parts/commands";
import { DropMenu } from "../parts/DropMenu";
import { MENU_ITEM } from "../parts/menu";
import { usePlace } from "../shared/channels";

const FILES = [
  { path: "plan.xlsx", name: "Plan as XLSX" },
  { path: "plan.csv", name: "The plan as CSV" },
  { path: "plan.ics", name: "Dates as iCalendar" },
  { path: "plan/links.csv", name: "Links between pieces as CSV" },
  { path: "plan/overlaps.csv", name: "Overlaps as CSV" },
] as const;

/** The plan taken away: as files, as briefs; and brought back. */
export function AwayMenu({
  onBack,
  onHubs,
  onLimits,
  onExisting,
}: {
  onBack: () => void;
  onHubs: () => void;
  onLimits: () => void;
  onExisting: () => void;
}) {
  const { projectId, channel } = usePlace();
  const navigate = useNavigate();
  const briefs = () =>
    navigate({
      to: "/p/$projectId/$channel/brief",
      params: { projectId: String(projectId), channel },
    });
  useCommand("Import an edited plan", onBack);
  useCommand("Review your own pages", onExisting);
  useCommand("Open the next briefs", briefs);
  useCommand("Set dependencies automatically", onHubs);
  return (
    <DropMenu name="Export and import">
      {FILES.map(({ path, name }) => (
        <DropdownMenu.Item key={path} className={MENU_ITEM} asChild>
          <a href={`/api/projects/${projectId}/${path}`} download>
            {name}
          </a>
        </DropdownMenu.Item>
      ))}
      <DropdownMenu.Item className={MENU_ITEM} onSelect={briefs}>
        Open the next briefs
      </DropdownMenu.Item>
      <DropdownMenu.Separator className="my-1 border-t border-hairline" />
      <DropdownMenu.Item className={MENU_ITEM} onSelect={onBack}>
        Import an edited plan
      </DropdownMenu.Item>
      <DropdownMenu.Item className={MENU_ITEM} onSelect={onExisting}>
        Review your own pages
      </DropdownMenu.Item>
      <DropdownMenu.Item className={MENU_ITEM} onSelect={onHubs}>
        Set dependencies automatically
      </DropdownMenu.Item>
      <DropdownMenu.Item className={MENU_ITEM} onSelect={onLimits}>
        Change planning limits
      </DropdownMenu.Item>
    </DropMenu>
  );
}
