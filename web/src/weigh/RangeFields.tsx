import { useState } from "react";
import { INPUT } from "../parts/Field";
import { readNumber } from "../parts/numbers";
import type { Range, SheetAddress, SheetSearch } from "./filters";

/** From and to of a range filter; either may stay empty. What is no number is told and changes
 * nothing. */
export function RangeFields({
  range,
  search,
  onChange,
}: {
  range: Range;
  search: SheetSearch;
  onChange: (patch: SheetAddress) => void;
}) {
  const shown = (end: "min" | "max") => {
    const value = search[`${range.id}_${end}`];
    return value === undefined ? "" : String(+(value * range.per).toFixed(2));
  };
  const [typed, setTyped] = useState({ min: shown("min"), max: shown("max") });
  const [wrong, setWrong] = useState("");
  const change = (end: "min" | "max", text: string) => {
    setTyped({ ...typed, [end]: text });
    const value = text.trim() === "" ? undefined : (readNumber(text) ?? Number.NaN);
    if (value !== undefined && !(value >= 0)) {
      setWrong(`“${text}” is not a number of 0 or more.`);
      return;
    }
    setWrong("");
    onChange({ [`${range.id}_${end}`]: value === undefined ? undefined : value / range.per });
  };
  return (
    <div>
      <div className="flex items-center gap-2">
        <input
          aria-label={`${range.name} from`}
          inputMode="decimal"
          placeholder="from"
          value={typed.min}
          onChange={(event) => change("min", event.target.value)}
          className={INPUT}
        />
        <span className="text-quiet">to</span>
        <input
          aria-label={`${range.name} to`}
          inputMode="decimal"
          placeholder="any"
          value={typed.max}
          onChange={(event) => change("max", event.target.value)}
          className={INPUT}
        />
        <span className="shrink-0 text-xs text-quiet">{range.unit}</span>
      </div>
      {wrong && (
        <p role="alert" className="pt-1 text-xs text-persimmon-text">
          {wrong}
        </p>
      )}
    </div>
  );
}
