import { count, day, exact } from "../parts/format";
import { Grid } from "../parts/Grid";
import { Help } from "../parts/Help";
import { useGrid } from "../parts/useGrid";
import type { Pages } from "../shared/usePages";
import { Drift } from "./Drift";
import { movesWords, visibleWords } from "./followWords";
import type { LiveRow } from "./queries";
import { Trail } from "./Trail";

const TRACKS = "minmax(240px, 2.6fr) 110px 112px 128px 110px 152px 150px";
const HEADS = [
  "Piece",
  "Kind",
  "Over time",
  "Visible a month",
  "Shown",
  "In about four weeks",
  "Next look",
];

/** The live pieces, one a line: what is seen of each, how it moved, what is due. */
export function FollowList({
  pieces,
  place,
  onOpen,
}: {
  pieces: Pages<LiveRow>;
  place: string;
  onOpen: (id: number | undefined) => void;
}) {
  const grid = useGrid<LiveRow>({ pages: pieces, place, openId: undefined, onOpen });
  const active = grid.under();
  return (
    <Grid
      label="Live pieces"
      total={grid.total}
      height={46}
      head={
        <div
          role="row"
          aria-rowindex={1}
          className="grid h-8 items-center border-b border-hairline bg-sheet text-xs text-quiet"
          style={{ gridTemplateColumns: TRACKS }}
        >
          {HEADS.map((head) => (
            <span key={head} role="columnheader" className="px-2">
              {head === "Visible a month" ? <Help figure="visible">{head}</Help> : head}
            </span>
          ))}
        </div>
      }
      heads={1}
      headHeight={32}
      minWidth="1060px"
      current={grid.current}
      activeId={active && `live-${active.id}`}
      onRange={grid.onRange}
      row={(index, style) => {
        const piece = grid.rowAt(index);
        return (
          piece && (
            // biome-ignore lint/a11y/useKeyWithClickEvents: the grid's keys are the page's
            <div
              key={piece.id}
              id={`live-${piece.id}`}
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

function Cells({ piece }: { piece: LiveRow }) {
  const looked = piece.checked > 0;
  const moved = visibleWords(piece.visible_now, piece.visible_before);
  return (
    <>
      <Cell title={`${piece.title}, ${piece.address}`}>
        <span className="block truncate font-semibold">{piece.title}</span>
        <span className="block truncate text-xs text-quiet">
          {piece.address.replace(/^https?:\/\//, "")}
        </span>
      </Cell>
      <Cell title={piece.outlet || "no outlet"}>{piece.kind_name}</Cell>
      <Cell>
        {looked ? (
          <Trail
            values={piece.line}
            label={`Visible searches over the last ${piece.line.length} looks`}
          />
        ) : (
          <span className="text-quiet">not looked at yet</span>
        )}
      </Cell>
      <Cell title="Searches a month times the share of clicks at each place; then and now">
        {piece.visible !== null && (
          <>
            <span className="text-base font-semibold tabular-nums">{count(piece.visible)}</span>{" "}
            <span className="text-ink-2">{moved}</span>
          </>
        )}
      </Cell>
      <Cell title={`${piece.first3} in the first three, ${piece.first10} in the first ten`}>
        {looked && (
          <>
            <span className="tabular-nums">
              {exact(piece.shown)} of {exact(piece.phrases)}
            </span>
            <span className="block text-xs text-quiet">
              {piece.first10 ? `${exact(piece.first10)} on page one` : "none on page one"}
            </span>
          </>
        )}
      </Cell>
      <Cell title={movesWords(piece)}>
        <Drift moves={piece} />
      </Cell>
      <Cell>
        <span className="block">
          {piece.gone
            ? `gone since ${day(piece.gone)}`
            : piece.due
              ? "◆ due now"
              : piece.next_check
                ? day(piece.next_check)
                : "by hand"}
        </span>
        {piece.back && (
          <span className="block text-xs font-semibold text-persimmon-text">↶ look back</span>
        )}
      </Cell>
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
