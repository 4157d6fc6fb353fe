import { count, likely, money, percent } from "../../parts/format";
import { HeadHelp } from "../../parts/HeadHelp";
import { Help } from "../../parts/Help";
import { firmWords, PARTS, type Ranked, type Ranking } from "./words";

const ROW =
  "grid grid-cols-[44px_minmax(180px,1fr)_minmax(150px,230px)_74px_60px_62px_74px_96px] gap-x-3";

/** The first of an order, each with its score, how firm it is, and its rank by another way. */
export function Order({
  told,
  currency,
  here,
  open,
  beside,
  onOpen,
}: {
  told: Ranking;
  currency: string;
  here: number | undefined;
  open: number | undefined;
  beside: string;
  onOpen: (row: Ranked, place: number) => void;
}) {
  return (
    <div
      role="table"
      aria-label="Order of work"
      className="min-h-0 flex-1 overflow-auto border-t border-hairline bg-sheet"
    >
      <div
        role="row"
        className={`${ROW} sticky top-0 z-10 h-8 items-center border-b border-hairline bg-sheet
          px-[18px] text-xs text-quiet`}
      >
        <span role="columnheader" className="text-right">
          <HeadHelp head={{ name: "#", help: "The place in this order. Start at the top." }} />
        </span>
        <span role="columnheader">
          <HeadHelp
            head={{
              name: "Item",
              help: "A cluster, keyword or piece. Open it to see what it takes.",
            }}
          />
        </span>
        <span role="columnheader">
          <Help figure="ranking">Points</Help>
        </span>
        <span role="columnheader" className="text-right">
          <Help figure="firmness">Confidence</Help>
        </span>
        <span role="columnheader" className="text-right">
          <HeadHelp head={{ name: "Searches", figure: "volume" }} />
        </span>
        <span role="columnheader" className="text-right">
          <HeadHelp head={{ name: "Chance", figure: "chance" }} />
        </span>
        <span role="columnheader" className="text-right">
          <HeadHelp head={{ name: "Worth", figure: "worth" }} />
        </span>
        <span role="columnheader" className="truncate text-right" title={beside}>
          <HeadHelp
            head={{ name: "Otherwise", help: `Its place by the order compared with: ${beside}.` }}
          />
        </span>
      </div>
      {told.rows.map((row, place) => (
        // biome-ignore lint/a11y/useKeyWithClickEvents: Enter opens it
        <div
          role="row"
          key={row.id}
          onClick={() => onOpen(row, place)}
          className={`${ROW} h-[34px] cursor-default items-center border-b border-hairline
            px-[18px] ${row.id === open ? "bg-persimmon-wash" : "hover:bg-paper"}
            ${row.id === here ? "shadow-[inset_3px_0_0_var(--color-persimmon)]" : ""}`}
        >
          <span role="cell" className="text-right text-ink-2">
            {row.rank}
            {row.tied && <span title="Several have this rank">=</span>}
          </span>
          <span role="cell" className="flex min-w-0 items-center gap-2">
            <span className="truncate font-semibold" title={row.name}>
              {row.name}
            </span>
            {row.served && (
              <span className="shrink-0 text-2xs font-semibold text-pine">planned</span>
            )}
          </span>
          <span role="cell" className="flex items-center gap-2">
            <Score row={row} />
          </span>
          <span role="cell" className="text-right" title={firmWords(row, told)}>
            {row.firm > 0 ? percent(row.firm) : <span className="text-quiet">never</span>}
          </span>
          <span role="cell" className="text-right">
            {row.volume === null ? "–" : count(row.volume)}
          </span>
          <span role="cell" className="text-right">
            {row.chance === null ? "–" : likely(row.chance)}
          </span>
          <span role="cell" className="text-right">
            {row.worth === null ? "–" : money(row.worth, currency)}
          </span>
          <span
            role="cell"
            className="text-right text-quiet"
            title={`${row.other_rank}: ${beside}`}
          >
            {otherWords(row)}
          </span>
        </div>
      ))}
      {told.total > told.rows.length && (
        <p className="px-[18px] py-3 text-xs text-quiet">
          The first {told.rows.length} of {count(told.total)}.
        </p>
      )}
    </div>
  );
}

const otherWords = (row: Ranked) =>
  row.other_rank === row.rank
    ? "the same"
    : `${row.other_rank} ${row.other_rank < row.rank ? "↑" : "↓"}`;

function Score({ row }: { row: Ranked }) {
  const told = PARTS.map((part, k) => `${part.name} ${(row.parts[k] ?? 0).toFixed(1)}`).join(", ");
  return (
    <>
      <span className="w-8 text-right">{row.score.toFixed(0)}</span>
      <span role="img" aria-label={told} title={told} className="flex h-[9px] flex-1 bg-trough">
        {PARTS.map((part, k) => (
          <span
            key={part.id}
            className={`border-r border-sheet last:border-0 ${part.hue}`}
            style={{ width: `${row.parts[k] ?? 0}%` }}
          />
        ))}
      </span>
    </>
  );
}
