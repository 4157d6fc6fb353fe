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
    <Block title="Pins that cannot be">
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

/** Why what is pinned to a month cannot be, up to its names. */
export function whyNot({ month, what, hours, to_spend }: Pick<Pins, keyof Omit<Pins, "pieces">>) {
  const name = monthOf(month);
  if (to_spend === null)
    return what === "over" ? `${name} is over:` : `${name} lies beyond what is planned:`;
  if (what === "hours")
    return `${name} has ${exact(to_spend)} hours, what is pinned to it takes ${exact(hours)}:`;
  if (what.endsWith("hours"))
    return `${name}: ${exact(to_spend)} of ${what} there are, ${exact(hours)} are pinned:`;
  return `${name} may hold ${exact(to_spend)} ${what}, ${exact(hours)} are pinned:`;
}
