import { DropdownMenu } from "radix-ui";
import { DropMenu } from "../parts/DropMenu";
import { MENU_ITEM } from "../parts/menu";

/** Other ways to look at the clusters. */
export function LookMenu({
  onScore,
  onGrid,
  onFirst,
}: {
  onScore: () => void;
  onGrid: () => void;
  onFirst: () => void;
}) {
  const item = (name: string, about: string, keys: string, act: () => void) => (
    <DropdownMenu.Item
      key={name}
      className={`${MENU_ITEM} !h-auto !gap-6 justify-between py-1`}
      onSelect={act}
    >
      <span>
        <strong className="block">{name}</strong>
        <span className="text-xs text-quiet">{about}</span>
      </span>
      <span className="text-xs text-quiet">{keys}</span>
    </DropdownMenu.Item>
  );
  return (
    <DropMenu name="View">
      {item("Theme map", "themes by chance or season", "v", onScore)}
      {item("Combinations", "base terms by places and modifiers", "c", onGrid)}
      {item("Order of work", "by a way of ranking, and how firm it is", "w", onFirst)}
    </DropMenu>
  );
}
