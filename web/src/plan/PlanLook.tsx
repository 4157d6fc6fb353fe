import { useNavigate } from "@tanstack/react-router";
import { DropdownMenu } from "radix-ui";
import { useCommand } from "../parts/commands";
import { DropMenu } from "../parts/DropMenu";
import { MENU_ITEM } from "../parts/menu";
import { useKey } from "../parts/useKey";
import { usePlace } from "../shared/channels";

export type View = "board" | "list" | "calendar";
export type GroupBy = "theme" | "outlet" | "maker" | "state";

const VIEWS: Record<View, { name: string; about: string }> = {
  board: { name: "Board", about: "each piece's year, and its month in it" },
  list: { name: "List", about: "owner, status and due date" },
  calendar: { name: "Calendar", about: "the pieces of each month" },
};
const GROUPS: Record<GroupBy, string> = {
  theme: "By theme",
  outlet: "By outlet",
  maker: "By owner",
  state: "By status",
};
const ORDER: readonly View[] = ["board", "list", "calendar"];
const HEAD = "px-3 pt-2 pb-1 text-2xs font-semibold text-quiet";

/** The plan as a board, a list or a calendar; what its pieces are grouped by; and what comes first.
 * v goes through the views. */
export function PlanLook({
  view,
  group,
  onView,
  onGroup,
}: {
  view: View;
  group: GroupBy | undefined;
  onView: (view: View) => void;
  onGroup: (group: GroupBy | undefined) => void;
}) {
  const next = () => onView(ORDER[(ORDER.indexOf(view) + 1) % ORDER.length] ?? "board");
  const { projectId, channel } = usePlace();
  const navigate = useNavigate();
  const toFirst = () =>
    navigate({
      to: "/p/$projectId/$channel/first",
      params: { projectId: String(projectId), channel },
    });
  useKey("v", next);
  useKey("w", toFirst);
  useCommand("Order of work", toFirst, { keys: "w" });
  useCommand("The plan as a board", () => onView("board"), { keys: "v" });
  useCommand("The plan as a list", () => onView("list"), { keys: "v" });
  useCommand("The plan as a calendar", () => onView("calendar"), { keys: "v" });
  useCommand("Group the plan by theme", () => onGroup("theme"));
  useCommand("Group the plan by owner", () => onGroup("maker"));
  return (
    <DropMenu name={VIEWS[view].name}>
      <DropdownMenu.RadioGroup value={view} onValueChange={(value) => onView(value as View)}>
        {ORDER.map((id) => (
          <DropdownMenu.RadioItem
            key={id}
            value={id}
            className={`${MENU_ITEM} !h-auto justify-between !gap-6 py-1`}
          >
            <span>
              <strong className="block">{VIEWS[id].name}</strong>
              <span className="text-xs text-quiet">{VIEWS[id].about}</span>
            </span>
            <Chosen />
          </DropdownMenu.RadioItem>
        ))}
      </DropdownMenu.RadioGroup>
      <DropdownMenu.Item
        className={`${MENU_ITEM} !h-auto justify-between !gap-6 py-1`}
        onSelect={toFirst}
      >
        <span>
          <strong className="block">Order of work</strong>
          <span className="text-xs text-quiet">by a way of ranking, and how firm it is</span>
        </span>
        <span className="text-xs text-quiet">w</span>
      </DropdownMenu.Item>
      <DropdownMenu.Separator className="my-1 border-t border-hairline" />
      <DropdownMenu.RadioGroup
        value={group ?? ""}
        onValueChange={(value) => onGroup((value || undefined) as GroupBy | undefined)}
      >
        <DropdownMenu.Label className={HEAD}>Group by</DropdownMenu.Label>
        <DropdownMenu.RadioItem value="" className={`${MENU_ITEM} justify-between`}>
          None
          <Chosen />
        </DropdownMenu.RadioItem>
        {Object.entries(GROUPS).map(([id, name]) => (
          <DropdownMenu.RadioItem key={id} value={id} className={`${MENU_ITEM} justify-between`}>
            {name}
            <Chosen />
          </DropdownMenu.RadioItem>
        ))}
      </DropdownMenu.RadioGroup>
    </DropMenu>
  );
}

const Chosen = () => (
  <DropdownMenu.ItemIndicator className="text-persimmon-text">✓</DropdownMenu.ItemIndicator>
);
