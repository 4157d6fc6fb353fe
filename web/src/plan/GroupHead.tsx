import type { CSSProperties } from "react";
import type { Schemas } from "../api/client";
import { money, plural } from "../parts/format";

export const GROUP_HEIGHT = 28;

/** What stands above the pieces of a group: its name, how many they are, their hours and worth. */
export function GroupHead({
  group,
  currency,
  style,
}: {
  group: Schemas["PieceGroupOut"];
  currency: string;
  style: CSSProperties;
}) {
  const sums = [
    plural(group.pieces, "piece"),
    plural(Math.round(group.hours), "hour"),
    ...(group.worth === null ? [] : [`${money(group.worth, currency)} a month`]),
  ];
  return (
    <div
      role="row"
      className="absolute top-0 left-0 flex w-full items-baseline gap-3 border-b border-hairline
        bg-trough px-2 pt-[5px]"
      style={style}
    >
      <span role="gridcell" className="sticky left-2 flex min-w-0 items-baseline gap-3">
        <strong className="truncate">{group.name}</strong>
        <span className="text-xs whitespace-nowrap text-ink-2">{sums.join(", ")}</span>
      </span>
    </div>
  );
}

/** What a grid of pieces needs to have headings above its groups. */
export function groupHeads(
  groups: ReadonlyMap<number, Schemas["PieceGroupOut"]> | undefined,
  currency: string,
) {
  if (!groups?.size) return undefined;
  return (index: number, style: CSSProperties) => {
    const group = groups.get(index);
    return group && <GroupHead group={group} currency={currency} style={style} />;
  };
}
