import { day } from "../parts/format";
import { Grid } from "../parts/Grid";
import { useGrid } from "../parts/useGrid";
import { shortMonth } from "../plan/timing";
import { STATES } from "../plan/workWords";
import type { Pages } from "../shared/usePages";
import { lackWords } from "./lackWords";
import type { Writing } from "./queries";

const TRACKS = "minmax(220px, 2.4fr) 150px 92px minmax(280px, 3fr) 74px 76px 96px 110px";
const HEADS = ["Piece", "Kind", "Due", "What it lacks", "Ready", "State", "Made by", "Written"];

/** The pieces to write, one a line. */
export function WriteList({
  pieces,
  place,
  onOpen,
}: {
  pieces: Pages<Writing>;
  place: string;
  onOpen: (id: number | undefined) => void;
}) {
  const grid = useGrid<Writing>({ pages: pieces, place, openId: undefined, onOpen });
  const active = grid.under();
  return (
    <Grid
      label="Pieces to write"
      total={grid.total}
      height={40}
      head={
        <div
          role="row"
          aria-rowindex={1}
          className="grid h-8 items-center border-b border-hairline bg-sheet text-xs text-quiet"
          style={{ gridTemplateColumns: TRACKS }}
        >
          {HEADS.map((head) => (
            <span key={head} role="columnheader" className="px-2">
              {head}
            </span>
          ))}
        </div>
      }
      heads={1}
      headHeight={32}
      minWidth="1080px"
      current={grid.current}
      activeId={active && `writing-${active.id}`}
      onRange={grid.onRange}
      row={(index, style) => {
        const piece = grid.rowAt(index);
        return (
          piece && (
            // biome-ignore lint/a11y/useKeyWithClickEvents: the grid's keys are the page's
            <div
              key={piece.id}
              id={`writing-${piece.id}`}
              role="row"
              tabIndex={-1}
              aria-rowindex={index + 2}
              onClick={() => onOpen(piece.id)}
              className={`absolute top-0 left-0 grid w-full cursor-default items-center border-b
                border-hairline hover:bg-paper
                ${index === grid.current ? "shadow-[inset_3px_0_0_var(--color-persimmon)]" : ""}`}
              style={{ ...style, gridTemplateColumns: TRACKS }}
            >
              <Cells piece={piece} />
            </div>
          )
        );
      }}
    />
  );
}

function Cells({ piece }: { piece: Writing }) {
  const lacks = lackWords(piece);
  const out = piece.due ? day(piece.due) : piece.month ? shortMonth(piece.month) : "";
  return (
    <>
      <Cell title={piece.title}>
        <span className="font-semibold">{piece.title}</span>
      </Cell>
      <Cell title={`${piece.kind_name}, ${piece.outlet || "no outlet"}`}>{piece.kind_name}</Cell>
      <Cell
        title={piece.publish_by ? `In time for its season by ${day(piece.publish_by)}` : undefined}
      >
        {out}
      </Cell>
      <Cell title={lacks.all}>
        <span className={lacks.mark === "◆" ? "text-pine" : "text-ink-2"}>
          <span aria-hidden="true" className="pr-2 font-semibold">
            {lacks.mark}
          </span>
          {lacks.words}
        </span>
      </Cell>
      <Cell>
        {piece.score === null ? (
          ""
        ) : (
          <span
            title={`${Math.round(piece.score)} of 100 points`}
            className="flex items-center gap-2"
          >
            <span className="h-[6px] w-[34px] bg-trough">
              <span className="block h-full bg-indigo" style={{ width: `${piece.score}%` }} />
            </span>
            <span className="tabular-nums">{Math.round(piece.score)}</span>
          </span>
        )}
      </Cell>
      <Cell>{STATES[piece.state]}</Cell>
      <Cell title={piece.maker}>{piece.maker}</Cell>
      <Cell title={piece.by}>{piece.saved ? day(piece.saved.slice(0, 10)) : ""}</Cell>
    </>
  );
}

function Cell({ title, children }: { title?: string | undefined; children: React.ReactNode }) {
  return (
    <span role="gridcell" title={title} className="min-w-0 truncate px-2">
      {children}
    </span>
  );
}
