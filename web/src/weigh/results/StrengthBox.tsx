import { Slider } from "radix-ui";
import { nth } from "../../parts/format";
import { Help } from "../../parts/Help";
import { channelOf } from "../../shared/channels";
import { landingWords, type PageTold } from "./words";

/** "If my strength were …": a slider whose every place is worked out beforehand. */
export function StrengthBox({
  told,
  strength,
  onChange,
}: {
  told: PageTold;
  strength: number;
  onChange: (strength: number | undefined) => void;
}) {
  const own = told.own === null ? null : Math.round(told.own);
  const landing = told.by_strength[strength];
  const moved = own === null || strength !== own;
  return (
    <div className="w-[336px] shrink-0 rounded-md border border-hairline bg-sheet px-3 py-2">
      <div className="flex items-baseline justify-between">
        <Help figure="own_strength">Try another strength</Help>
        <span className="flex-1 pl-2 text-xs text-quiet">{partsWords(told)}</span>
        <strong>{strength}</strong>
      </div>
      <Slider.Root
        value={[strength]}
        min={0}
        max={100}
        step={1}
        onValueChange={([next]) => onChange(next)}
        className="relative my-[3px] flex h-5 touch-none items-center select-none"
      >
        <Slider.Track className="relative h-1 grow rounded-sm bg-trough">
          <Slider.Range className="absolute h-full rounded-sm bg-persimmon-text" />
          {own !== null && (
            <span
              className="absolute -inset-y-[3px] w-[2px] bg-ink"
              style={{ left: `${own}%` }}
              aria-hidden="true"
            />
          )}
        </Slider.Track>
        <Slider.Thumb
          aria-label="Try another strength"
          className="block size-[14px] rounded-lg border-[3px] border-persimmon-text bg-sheet"
        />
      </Slider.Root>
      <p className="min-h-[18px] text-xs text-ink-2">
        {landing && moved ? landingWords(landing) : ""}
        {!moved && told.to_rise && (
          <>
            to be {nth(told.to_rise.place)}:{" "}
            <button
              type="button"
              className="font-semibold text-persimmon-text underline"
              onClick={() => onChange(told.to_rise?.strength)}
            >
              {told.to_rise.strength}
            </button>
          </>
        )}
        {!moved && !told.to_rise && "strength needed"}
        {moved && own !== null && (
          <button
            type="button"
            className="ml-2 font-semibold text-ink-2 underline"
            onClick={() => onChange(undefined)}
          >
            today {own}
          </button>
        )}
      </p>
    </div>
  );
}

/** What one's own strength is made of: who publishes, what points to a piece, its title. */
function partsWords(told: PageTold): string {
  const [who, pull, title] = told.own_parts.map(Math.round);
  if (who === undefined || pull === undefined || title === undefined) return "";
  return `outlet ${who} + ${channelOf(told.channel).pull_short} ${pull} + title ${title}`;
}
