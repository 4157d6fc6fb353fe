import { Block } from "../parts/Block";
import { exact } from "../parts/format";
import type { Plan } from "./planMath";
import { monthOf } from "./timing";

type Pins = Plan["impossible"][number];

/** Pinned pieces that cannot be as they are, each group with why. */
export function Impossible({
  pins,
  onOpen,
}: {
  pins: readonly Pins[];
  onOpen: (id: number) => void;
}) {
  if (!pins.length) return null;
  return (
    <Block title="Pinned pieces that don't fit">
      {pins.map((one) => (
        <p key={`${one.month} ${one.what}`} className="py-1">
          {whyNot(one)}{" "}
          {one.pieces.map((piece, i) => (
            <span key={piece.id}>
              {i > 0 && ", "}
              <button
                type="button"
                className="text-left font-semibold underline decoration-hairline underline-offset-2"
                onClick={() => onOpen(piece.id)}
              >
                {piece.title}
              </button>
            </span>
          ))}
          .
        </p>
      ))}
    </Block>
  );
}

/** Why the pieces pinned to a month do not fit, up to their names. */
export function whyNot({ month, what, hours, to_spend }: Pick<Pins, keyof Omit<Pins, "pieces">>) {
  const name = monthOf(month);
  if (to_spend === null)
    return what === "over" ? `${name} is over:` : `${name} is outside the planned months:`;
  if (what === "hours")
    return `${name}: ${exact(to_spend)} hours available, ${exact(hours)} pinned:`;
  if (what.endsWith("hours"))
    return `${name}: ${exact(to_spend)} of ${what} available, ${exact(hours)} pinned:`;
  return `${name}: at most ${exact(to_spend)} ${what}, ${exact(hours)} pinned:`;
}
