import type { Schemas } from "../api/client";
import { movesWords } from "./followWords";

type Moves = Pick<Schemas["LiveRowOut"], "rose" | "fell" | "stayed" | "new" | "lost">;
const MOST = 26;
const STEP = 5;

/** The drift: a stroke for each phrase on a line, above where it rose, below where it fell, open
 * where it is new or lost, a dot where it stayed. */
export function Drift({ moves, width = 136 }: { moves: Moves; width?: number }) {
  const total = moves.rose + moves.new + moves.stayed + moves.lost + moves.fell;
  if (!total) return null;
  const share = Math.min(1, MOST / total);
  const marks = (
    [
      ["rose", moves.rose],
      ["new", moves.new],
      ["stayed", moves.stayed],
      ["lost", moves.lost],
      ["fell", moves.fell],
    ] as const
  ).flatMap(([what, n]) =>
    Array.from({ length: n ? Math.max(1, Math.round(n * share)) : 0 }, (_, i) => ({
      what,
      key: `${what} ${i}`,
    })),
  );
  const words = movesWords(moves);
  return (
    <svg role="img" aria-label={words} width={width} height={22} className="block">
      <title>{words}</title>
      <line x1={0} x2={width} y1={11} y2={11} stroke="var(--color-hairline)" />
      {marks.map(({ what, key }, i) => {
        const x = 3 + i * STEP;
        if (what === "stayed")
          return <circle key={key} cx={x} cy={11} r={1.2} fill="var(--color-quiet)" />;
        const up = what === "rose" || what === "new";
        const open = what === "new" || what === "lost";
        const colour = up ? "var(--color-indigo)" : "var(--color-persimmon)";
        return (
          <rect
            key={key}
            x={x - 1.5}
            y={up ? 2.5 : 11.5}
            width={3}
            height={8}
            fill={open ? "none" : colour}
            stroke={colour}
            strokeWidth={1}
          />
        );
      })}
    </svg>
  );
}
