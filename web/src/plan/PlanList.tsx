import { useMemo } from "react";
import type { Piece, Schemas } from "../api/client";
import { day, exact, money } from "../parts/format";
import { Grid } from "../parts/Grid";
import { useGrid } from "../parts/useGrid";
import type { Pages } from "../shared/usePages";
import { GROUP_HEIGHT, groupHeads } from "./GroupHead";
import { type PlanColumn, PlanColumnHead } from "./PlanColumnHead";
import type { Order } from "./planMath";
import { monthFlag, shortMonth } from "./timing";
import { STATES } from "./workWords";

const TRACKS =
  "minmax(220px, 3fr) 66px 76px 80px 70px minmax(80px, 1fr) 104px minmax(92px, 1.4fr) 72px 52px 70px";
const COLUMNS: readonly PlanColumn[] = [
  { name: "Piece", order: "title", help: "Its working title. Open one for its keywords." },
  {
    name: "Month",
    order: "month",
    help: "The month it is planned for. A pin keeps it there when you schedule again.",
  },
  { name: "Due", order: "due", help: "The day you or a colleague set. Overdue ones are marked." },
  { name: "Publish by", figure: "publish_by" },
  { name: "Status", help: "How far the work is, from idea to published." },
  { name: "Owner", help: "The person responsible; their hours a month are counted." },
  { name: "Kind", help: "What is made: article, landing page, video or listing." },
  { name: "Outlet", help: "Where it is published. Its strength decides the chance." },
  { name: "Searches", right: true, figure: "volume" },
  {
    name: "Hours",
    order: "hours",
    right: true,
    help: "Hours of work it takes. Correct them: the schedule depends on them.",
  },
  { name: "Worth a month", order: "worth", right: true, figure: "worth" },
];

/** The plan as a list to work from: who makes what, how far it is, when it is due. */
export function PlanList({
  pieces,
  groups,
  currency,
  order,
  place,
  onOrder,
  openId,
  onOpen,
}: {
  pieces: Pages<Piece>;
  groups: ReadonlyMap<number, Schemas["PieceGroupOut"]> | undefined;
  currency: string;
  order: Order;
  place: string;
  onOrder: (order: Order) => void;
  openId: number | undefined;
  onOpen: (id: number | undefined) => void;
}) {
  const grid = useGrid<Piece>({ pages: pieces, place, openId, onOpen });
  const above = useMemo(() => groupHeads(groups, currency), [groups, currency]);
  const active = grid.under();
  return (
    <Grid
      label="The plan as a list"
      grid={grid}
      height={34}
      head={
        <div
          role="row"
          aria-rowindex={1}
          className="grid h-8 items-center border-b border-hairline bg-sheet text-xs text-quiet"
          style={{ gridTemplateColumns: TRACKS }}
        >
          {COLUMNS.map((column) => (
            <PlanColumnHead key={column.name} column={column} order={order} onOrder={onOrder} />
          ))}
        </div>
      }
      heads={1}
      headHeight={32}
      minWidth="1080px"
      activeId={active && `piece-${active.id}`}
      above={above}
      aboveHeight={GROUP_HEIGHT}
      row={(index, style) => {
        const piece = grid.rowAt(index);
        return (
          piece && (
            // biome-ignore lint/a11y/useKeyWithClickEvents: Enter opens it from the grid
            <div
              role="row"
              id={`piece-${piece.id}`}
              aria-rowindex={index + 2}
              aria-selected={piece.id === openId}
              onClick={() => {
                grid.setCurrent(index);
                grid.openAt(index);
              }}
              className={`absolute top-0 left-0 grid w-full cursor-default items-center border-b
                border-hairline ${piece.id === openId ? "bg-persimmon-wash" : "hover:bg-paper"}
                ${index === grid.current ? "shadow-[inset_3px_0_0_var(--color-persimmon)]" : ""}`}
              style={{ ...style, gridTemplateColumns: TRACKS }}
            >
              <Cells piece={piece} currency={currency} />
            </div>
          )
        );
      }}
    />
  );
}

function Cells({ piece, currency }: { piece: Piece; currency: string }) {
  const flag = monthFlag(piece);
  const overdue = !!piece.due && piece.state !== "live" && piece.due < isoToday();
  return (
    <>
      <Cell title={piece.title}>
        <span className="font-semibold">{piece.title}</span>
      </Cell>
      <Cell title={flag?.words}>
        <span className={flag?.late ? "text-persimmon-text" : ""}>
          {piece.month ? shortMonth(piece.month) : "none"}
        </span>
      </Cell>
      <Cell title={overdue ? "This day is over" : undefined}>
        <span className={overdue ? "font-semibold text-persimmon-text" : ""}>
          {piece.due ? `${overdue ? "! " : ""}${shortDay(piece.due)}` : ""}
        </span>
      </Cell>
      <Cell>{piece.publish_by ? shortDay(piece.publish_by) : ""}</Cell>
      <Cell>{STATES[piece.state]}</Cell>
      <Cell title={piece.maker}>{piece.maker}</Cell>
      <Cell title={piece.kind_name}>{piece.kind_name}</Cell>
      <Cell title={piece.outlet}>{piece.outlet}</Cell>
      <Cell right>{piece.volume === null ? "" : exact(piece.volume)}</Cell>
      <Cell right>{+piece.hours.toFixed(1)}</Cell>
      <Cell right>{piece.worth === null ? "" : money(piece.worth, currency)}</Cell>
    </>
  );
}

const isoToday = () => new Date().toISOString().slice(0, 10);
/** A day, and of another year than this one its last figures: "18 Nov 27". */
const shortDay = (iso: string) => day(iso).replace(/ \d\d(\d\d)$/, " $1");

function Cell({
  right = false,
  title,
  children,
}: {
  right?: boolean;
  title?: string | undefined;
  children: React.ReactNode;
}) {
  return (
    <span
      role="gridcell"
      title={title}
      className={`min-w-0 truncate px-2 ${right ? "text-right" : ""}`}
    >
      {children}
    </span>
  );
}
