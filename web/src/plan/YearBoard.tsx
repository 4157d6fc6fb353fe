import { useMemo } from "react";
import type { Piece, Schemas } from "../api/client";
import { Grid } from "../parts/Grid";
import { useGrid } from "../parts/useGrid";
import { useKey } from "../parts/useKey";
import type { Pages } from "../shared/usePages";
import { BoardHead, HEAD_HEIGHT, HEADS_COUNT } from "./BoardHead";
import { BoardRow, widthOf } from "./BoardRow";
import { GROUP_HEIGHT, groupHeads } from "./GroupHead";
import { monthBeside, monthsOf, type Order, type Plan } from "./planMath";
import { usePlacing } from "./usePlacing";

const HEIGHT = 43;

/** The planned months from left to right: each piece's year in shades, its diamond in the month it is
 * planned for, and above them the hours that each month holds. */
export function YearBoard({
  projectId,
  plan,
  pieces,
  groups,
  currency,
  order,
  onOrder,
  openId,
  onOpen,
}: {
  projectId: number;
  plan: Plan;
  pieces: Pages<Piece>;
  groups: ReadonlyMap<number, Schemas["PieceGroupOut"]> | undefined;
  currency: string;
  order: Order;
  onOrder: (order: Order) => void;
  openId: number | undefined;
  onOpen: (id: number | undefined) => void;
}) {
  const months = monthsOf(plan);
  const grid = useGrid<Piece>({ pages: pieces, place: String(projectId), openId, onOpen });
  const place = usePlacing(projectId);
  const step = (by: number) => {
    const piece = grid.under();
    if (piece) place(piece, monthBeside(months, piece.month, by));
  };
  useKey("right", () => step(1));
  useKey("left", () => step(-1));
  useKey("backspace", () => {
    const piece = grid.under();
    if (piece) place(piece, null);
  });
  const above = useMemo(() => groupHeads(groups, currency), [groups, currency]);
  const active = grid.under();
  return (
    <Grid
      label="The year"
      grid={grid}
      height={HEIGHT}
      head={<BoardHead projectId={projectId} plan={plan} order={order} onOrder={onOrder} />}
      heads={HEADS_COUNT}
      headHeight={HEAD_HEIGHT}
      minWidth={widthOf(months.length)}
      activeId={active && `piece-${active.id}`}
      above={above}
      aboveHeight={GROUP_HEIGHT}
      row={(index, style) => {
        const piece = grid.rowAt(index);
        return (
          piece && (
            <BoardRow
              piece={piece}
              index={index}
              months={months}
              currency={currency}
              open={piece.id === openId}
              current={index === grid.current}
              style={style}
              onOpen={() => {
                grid.setCurrent(index);
                grid.openAt(index);
              }}
              onPlace={(month) => {
                grid.setCurrent(index);
                place(piece, month);
              }}
            />
          )
        );
      }}
    />
  );
}
