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
  const set = (id: ThresholdId, typed: string, scale = 1) => {
    const value = readNumber(typed);
    if (value === null) return;
    onChange({ ...fields, thresholds: { ...fields.thresholds, [id]: value / scale } });
  };
  const number = (id: ThresholdId, label: string, scale = 1) => (
    <input
      key={`${id}${fields.preset}`}
      aria-label={label}
      inputMode="decimal"
      defaultValue={+(now[id] * scale).toFixed(2)}
      onBlur={(event) => set(id, event.target.value, scale)}
      className={SMALL}
    />
  );
  return (
    <div className="flex flex-col gap-2">
      <label className="flex items-center gap-2">
        <span className="w-[96px]">Begin with</span>
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
        A Go must have at least {number("least_volume", "Least searches a month")} searches a month,
        a chance of {number("go_chance", "Chance of a Go, per cent", 100)}% and be worth{" "}
        {fields.currency} {number("least_worth", "Least worth a month")} a month.
      </p>
      <p className="leading-8">
        A Try needs a chance of {number("try_chance", "Chance of a Try, per cent", 100)}%; below it
        a keyword is Hard. Fewer searches make it Skip.
      </p>
      <p className="leading-8">
        Few write for a phrase while at most {number("few_pages", "Pages that are few")} pages say
        it word for word.
      </p>
    </div>
  );
}
