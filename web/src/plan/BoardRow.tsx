import type { Piece } from "../api/client";
import { exact, MONTHS, money, shades } from "../parts/format";
import { inPlanOrder, settledAt } from "./planMath";
import { monthFlag, monthsWanted } from "./timing";
import { STATES } from "./workWords";

const FIRST = "minmax(204px, 1fr) 78px 52px 68px";
/** The board's columns for so many months, and what they take at least. */
export const tracks = (months: number) => `${FIRST} repeat(${months}, minmax(30px, 44px))`;
export const widthOf = (months: number) => `${460 + 30 * months}px`;

/** One piece on the year board. A month's cell places the piece there by hand. */
export function BoardRow({
  piece,
  index,
  months,
  currency,
  open,
  current,
  style,
  onOpen,
  onPlace,
}: {
  piece: Piece;
  index: number;
  months: readonly string[];
  currency: string;
  open: boolean;
  current: boolean;
  style: React.CSSProperties;
  onOpen: () => void;
  onPlace: (month: string) => void;
}) {
  const shares = inPlanOrder(piece.month_share, months);
  const shade = shares.length ? shades(shares) : [];
  const flag = monthFlag(piece);
  const wanted = monthsWanted(piece);
  // Only its own diamond is dropped on a piece's months.
  const kind = `application/x-bunraku-piece-${piece.id}`;
  const at = piece.month ? months.indexOf(piece.month) : -1;
  const settled = settledAt(at, piece.days_ahead, months.length);
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: Enter opens it from the grid
    <div
      role="row"
      id={`piece-${piece.id}`}
      aria-rowindex={index + 3}
      aria-selected={open}
      onClick={onOpen}
      className={`absolute top-0 left-0 grid w-full cursor-default items-center border-b
        border-hairline ${open ? "bg-persimmon-wash" : "hover:bg-paper"}
        ${current ? "shadow-[inset_3px_0_0_var(--color-persimmon)]" : ""}`}
      style={{ ...style, gridTemplateColumns: tracks(months.length) }}
    >
      <Cell>
        <span className="block truncate font-semibold">{piece.title}</span>
        <span className="block truncate text-2xs text-quiet">
          {wanted && `${wanted} · `}
          {flag && (
            <span className={flag.late ? "font-semibold text-persimmon-text" : ""}>
              {flag.words} ·{" "}
            </span>
          )}
          {piece.after.length > 0 && `after ${piece.after.join(", ")} · `}
          {piece.state !== "idea" && `${STATES[piece.state]} · `}
          {piece.maker && `${piece.maker} · `}
          {piece.kind_name} · {piece.outlet || "no outlet"}
        </span>
      </Cell>
      <Cell right>{exact(piece.keywords)}</Cell>
      <Cell right>{+piece.hours.toFixed(1)}</Cell>
      <Cell right>
        {piece.worth === null ? (
          <span className="hatched inline-block h-[10px] w-9" title="Worth is not known" />
        ) : (
          money(piece.worth, currency)
        )}
      </Cell>
      {months.map((month, i) => {
        const name = MONTHS[Number(month.slice(5, 7)) - 1];
        return (
          <span
            key={month}
            role="gridcell"
            className="h-full px-px py-[6px]"
            onDragOver={(event) =>
              event.dataTransfer.types.includes(kind) && event.preventDefault()
            }
            onDrop={(event) => {
              event.preventDefault();
              if (i !== at) onPlace(month);
            }}
          >
            <button
              type="button"
              tabIndex={-1}
              draggable={i === at}
              onDragStart={(event) => event.dataTransfer.setData(kind, piece.title)}
              aria-label={
                `${piece.title}: ${i === at ? "planned" : "plan"} for ` +
                `${name} ${month.slice(0, 4)}` +
                (shares.length ? `, ${Math.round(100 * (shares[i] ?? 0))}% of the year` : "")
              }
              onClick={(event) => {
                event.stopPropagation();
                onPlace(month);
              }}
              className={`group/cell relative flex size-full items-center justify-center
                ${shade.length ? "" : "hatched"}`}
            >
              {shade.length > 0 && (
                <span className="absolute inset-0 bg-indigo" style={{ opacity: shade[i] }} />
              )}
              {i === at - 1 && (
                <span
                  className="absolute top-1/2 right-0 left-[3px] h-[3px] -translate-y-1/2
                  bg-persimmon outline-1 outline-sheet"
                />
              )}
              {at >= 0 && i > at && i <= settled && (
                <span
                  title={`Ranked and settled by ${name}`}
                  className={`absolute bottom-0 left-0 h-[3px] bg-pine
                    ${i === settled ? "right-1/2" : "right-0"}`}
                />
              )}
              {i === at ? (
                <span
                  className={`relative size-[13px] rotate-45 border-2 border-sheet bg-persimmon
                    ${piece.pinned ? "outline-2 outline-ink" : "outline-1 outline-sheet"}`}
                />
              ) : (
                <span
                  className="relative size-[10px] rotate-45 border-2 border-transparent
                  group-hover/cell:border-sheet"
                />
              )}
            </button>
          </span>
        );
      })}
    </div>
  );
}

function Cell({ children, right = false }: { children: React.ReactNode; right?: boolean }) {
  return (
    <span role="gridcell" className={`min-w-0 px-2 ${right ? "text-right" : ""}`}>
      {children}
    </span>
  );
}
