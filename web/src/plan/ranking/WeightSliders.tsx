import { Slider } from "radix-ui";
import { Button } from "../../parts/Button";
import { PARTS, type Weights } from "./words";

const MOST = 10;

/** How much each part counts: to be seen of a way that is ready, to be changed of one's own. */
export function WeightSliders({
  weights,
  own,
  onChange,
  onCommit,
  onOwn,
}: {
  weights: Partial<Weights>;
  own: boolean;
  onChange: (weights: Partial<Weights>) => void;
  onCommit: (weights: Partial<Weights>) => void;
  /** Take these as one's own, to change them. */
  onOwn: () => void;
}) {
  return (
    <section className="border-t border-hairline py-3 first:border-0 first:pt-0">
      <div className="flex items-baseline justify-between pb-1">
        <h2 className="text-sm font-semibold">Weights</h2>
        {!own && (
          <Button look="bare" onClick={onOwn}>
            Change the weights
          </Button>
        )}
      </div>
      <ul className="flex flex-col gap-1">
        {PARTS.map((part) => {
          const weight = weights[part.id] ?? 0;
          return (
            <li key={part.id} className="grid grid-cols-[14px_112px_1fr_28px] items-center gap-x-2">
              <span aria-hidden="true" className={`h-[9px] w-[9px] ${part.hue}`} />
              <span title={part.about} className={weight ? "" : "text-quiet"}>
                {part.name}
              </span>
              {own ? (
                <Slider.Root
                  value={[weight]}
                  min={0}
                  max={MOST}
                  step={0.5}
                  onValueChange={([next]) => onChange({ ...weights, [part.id]: next ?? 0 })}
                  onValueCommit={([next]) => onCommit({ ...weights, [part.id]: next ?? 0 })}
                  className="relative flex h-5 touch-none items-center select-none"
                >
                  <Slider.Track className="relative h-1 grow rounded-sm bg-trough">
                    <Slider.Range className="absolute h-full rounded-sm bg-persimmon-text" />
                  </Slider.Track>
                  <Slider.Thumb
                    aria-label={`Weight of ${part.name.toLowerCase()}`}
                    className="block size-[12px] rounded-lg border-[3px] border-persimmon-text
                      bg-sheet"
                  />
                </Slider.Root>
              ) : (
                <span aria-hidden="true" className="h-1 rounded-sm bg-trough">
                  <span
                    className="block h-full rounded-sm bg-bar"
                    style={{ width: `${(100 * weight) / MOST}%` }}
                  />
                </span>
              )}
              <span className="text-right text-xs text-ink-2">{weight}</span>
            </li>
          );
        })}
      </ul>
      <p className="pt-2 text-xs text-quiet">
        Each part runs from nothing to full; together they make up to 100 points.
      </p>
    </section>
  );
}
