import { useNavigate } from "@tanstack/react-router";
import { DropdownMenu } from "radix-ui";
import { useCommand } from "../parts/commands";
import { DropMenu } from "../parts/DropMenu";
import { MENU_ITEM } from "../parts/menu";
import { usePlace } from "../shared/channels";

const FILES = [
  { path: "plan.xlsx", name: "The plan as a workbook" },
  { path: "plan.csv", name: "The plan as CSV" },
  { path: "plan.ics", name: "Its days for a calendar (iCalendar)" },
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
  useCommand("Bring the plan back from a spreadsheet", onBack);
  useCommand("Bring in pages that exist already", onExisting);
  useCommand("Briefs of the next pieces", briefs);
  useCommand("Have pieces wait for what they build on", onHubs);
  return (
    <DropMenu name="Away and back">
      {FILES.map(({ path, name }) => (
        <DropdownMenu.Item key={path} className={MENU_ITEM} asChild>
          <a href={`/api/projects/${projectId}/${path}`} download>
            {name}
          </a>
        </DropdownMenu.Item>
      ))}
      <DropdownMenu.Item className={MENU_ITEM} onSelect={briefs}>
        Briefs of the next pieces
      </DropdownMenu.Item>
      <DropdownMenu.Separator className="my-1 border-t border-hairline" />
      <DropdownMenu.Item className={MENU_ITEM} onSelect={onBack}>
        Bring an edited plan back
      </DropdownMenu.Item>
      <DropdownMenu.Item className={MENU_ITEM} onSelect={onExisting}>
        Bring in what exists already
      </DropdownMenu.Item>
      <DropdownMenu.Item className={MENU_ITEM} onSelect={onHubs}>
        Have pieces wait for what they build on
      </DropdownMenu.Item>
      <DropdownMenu.Item className={MENU_ITEM} onSelect={onLimits}>
        What the plan keeps to
      </DropdownMenu.Item>
    </DropMenu>
  );
}
