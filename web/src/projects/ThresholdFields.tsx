import { INPUT } from "../parts/Field";
import { readNumber } from "../parts/numbers";
import { Select } from "../parts/Select";
import { type Fields, PRESETS, type ThresholdId, thresholdsOf } from "./projectWords";

const SMALL = `${INPUT} !w-[60px] mx-1 inline-block text-right`;

/** What makes a keyword a Go or a Try, as a sentence whose numbers can be changed. */
export function ThresholdFields({
  fields,
  onChange,
}: {
  fields: Fields;
  onChange: (fields: Fields) => void;
}) {
  const now = thresholdsOf(fields);
  const shown = (id: ThresholdId, scale: number) => +(now[id] * scale).toFixed(2);
  const set = (id: ThresholdId, typed: string, scale = 1) => {
    const value = readNumber(typed);
    // A number that only lost the focus is not one that was set.
    if (value === null || typed === String(shown(id, scale))) return;
    onChange({ ...fields, thresholds: { ...fields.thresholds, [id]: value / scale } });
  };
  const number = (id: ThresholdId, label: string, scale = 1) => (
    <input
      key={`${id}${fields.preset}`}
      aria-label={label}
      inputMode="decimal"
      defaultValue={shown(id, scale)}
      onBlur={(event) => set(id, event.target.value, scale)}
      className={SMALL}
    />
  );
  return (
    <div className="flex flex-col gap-2">
      <label className="flex items-center gap-2">
        <span className="w-[96px]">Start from</span>
        <Select
          value={fields.preset}
          onChange={(preset) =>
            onChange({ ...fields, preset: preset as Fields["preset"], thresholds: {} })
          }
          className={`${INPUT} !w-[320px]`}
        >
          {Object.entries(PRESETS).map(([id, preset]) => (
            <option key={id} value={id}>
              {preset.name}
            </option>
          ))}
        </Select>
      </label>
      <p className="leading-8">
        Go: a chance of {number("go_chance", "Minimum chance for Go, %", 100)}% and worth{" "}
        {fields.currency} {number("least_worth", "Minimum worth a month")} a month.
      </p>
      <p className="leading-8">
        Try: a chance of at least {number("try_chance", "Minimum chance for Try, %", 100)}%. Below
        it a keyword is Hard.
      </p>
      <p className="leading-8">
        Skip: a year in first position is worth less than the smallest piece costs in hours. Without
        the value of a visitor: fewer than {number("least_volume", "Minimum searches a month")}{" "}
        searches a month. If you change this number, it counts for every keyword.
      </p>
      <p className="leading-8">
        A phrase is rarely covered if no more than {number("few_pages", "Maximum pages")} pages
        contain it exactly.
      </p>
    </div>
  );
}
