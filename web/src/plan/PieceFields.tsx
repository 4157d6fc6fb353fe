import { useEffect, useState } from "react";
import type { Piece, Schemas } from "../api/client";
import { Checkbox } from "../parts/Checkbox";
import { INPUT } from "../parts/Field";
import { MONTHS } from "../parts/format";
import { readNumber } from "../parts/numbers";
import { SavedField } from "../parts/SavedField";
import { Select } from "../parts/Select";
import { monthsOf, type Plan } from "./planMath";

const WINDOW = [
  { name: "not_before", label: "No earlier than" },
  { name: "by_month", label: "Not after" },
] as const;

const LABEL = "text-2xs font-semibold text-quiet";
const nameOf = (month: string) => `${MONTHS[Number(month.slice(5, 7)) - 1]} ${month.slice(0, 4)}`;

/** What can be changed about a piece. Each field is saved as one leaves it; a month set here is
 * pinned. */
export function PieceFields({
  piece,
  plan,
  outlets,
  onChange,
}: {
  piece: Piece;
  plan: Plan;
  outlets: readonly Schemas["OutletOut"][];
  onChange: (fields: Schemas["PieceIn"]) => void;
}) {
  const [hours, setHours] = useState(String(piece.hours));
  useEffect(() => setHours(String(piece.hours)), [piece.hours]);
  const spent = readNumber(hours) ?? 0;
  const wrong = !(spent > 0 && spent <= 500);
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2 border-t border-hairline py-3">
      <SavedField
        label="Working title"
        value={piece.title}
        most={200}
        needed
        onSave={(title, was) => onChange({ title, was: { title: was } })}
        className="col-span-2"
      />
      <label>
        <span className={LABEL}>Kind</span>
        <Select
          value={piece.kind}
          onChange={(value) => onChange({ kind: value as Schemas["PieceIn"]["kind"] })}
          className={INPUT}
        >
          {plan.kinds
            .filter((kind) => kind.channel === piece.channel)
            .map((kind) => (
              <option key={kind.id} value={kind.id}>
                {kind.name}
              </option>
            ))}
        </Select>
      </label>
      <label>
        <span className={LABEL}>Outlet</span>
        <Select
          value={piece.outlet_id ?? ""}
          onChange={(value) => onChange({ outlet_id: value ? Number(value) : null })}
          className={INPUT}
        >
          <option value="">None</option>
          {outlets
            .filter((outlet) => outlet.channel === piece.channel)
            .map((outlet) => (
              <option key={outlet.id} value={outlet.id}>
                {outlet.name}
              </option>
            ))}
        </Select>
      </label>
      <label>
        <span className={LABEL}>Hours</span>
        <input
          inputMode="decimal"
          value={hours}
          aria-invalid={wrong}
          onChange={(event) => setHours(event.target.value)}
          onBlur={() => !wrong && spent !== piece.hours && onChange({ hours: spent })}
          onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
          className={INPUT}
        />
        {wrong && <span className="text-xs text-persimmon-text">More than 0 and up to 500.</span>}
      </label>
      <label>
        <span className={LABEL}>Month</span>
        <Select
          value={piece.month ?? ""}
          onChange={(value) => onChange({ month: value || null })}
          className={INPUT}
        >
          <option value="">No month</option>
          {monthsOf(plan).map((month) => (
            <option key={month} value={month}>
              {nameOf(month)}
            </option>
          ))}
        </Select>
      </label>
      {WINDOW.map(({ name, label }) => {
        const kept = piece[name];
        const months = monthsOf(plan);
        return (
          <label key={name}>
            <span className={LABEL}>{label}</span>
            <Select
              value={kept ?? ""}
              onChange={(value) => onChange({ [name]: value || null })}
              className={INPUT}
            >
              <option value="">Any month</option>
              {(kept && !months.includes(kept) ? [kept, ...months] : months).map((month) => (
                <option key={month} value={month}>
                  {nameOf(month)}
                </option>
              ))}
            </Select>
          </label>
        );
      })}
      <label className="col-span-2 flex items-center gap-2">
        <Checkbox checked={piece.pinned} onChange={(checked) => onChange({ pinned: checked })} />
        <span>
          {piece.month ? "Pinned: scheduling keeps this month" : "Held back: never scheduled"}
        </span>
      </label>
    </div>
  );
}
