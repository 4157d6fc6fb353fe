import { useState } from "react";
import type { Schemas } from "../api/client";
import { Block } from "../parts/Block";
import { Button } from "../parts/Button";
import { Checkbox } from "../parts/Checkbox";
import { INPUT } from "../parts/Field";
import { money, plural } from "../parts/format";
import { readNumber } from "../parts/numbers";
import { ProblemNote } from "../parts/ProblemNote";
import { Select } from "../parts/Select";
import { useSay } from "../parts/toasts";
import { useSettled } from "../parts/useSettled";
import { useChange } from "../shared/useChange";
import { takeWhatIf } from "./changes";
import { HORIZONS } from "./limitsMath";
import type { Plan } from "./planMath";
import { useWhatIf } from "./queries";
import { shortMonth } from "./timing";

type Told = Schemas["WhatIfOut"];
type Piece = Told["moved"][number];
const NUMBER = `${INPUT} !w-[72px] text-right`;

/** What other hours, another horizon or more strength would do, piece by piece beside the plan as
 * it is; taken or left. */
export function WhatIf({
  projectId,
  plan,
  currency,
}: {
  projectId: number;
  plan: Plan;
  currency: string;
}) {
  const [typed, setTyped] = useState("");
  const [points, setPoints] = useState("");
  const [horizon, setHorizon] = useState("");
  const [pins, setPins] = useState(true);
  const hours = typed.trim() ? readNumber(typed) : plan.hours_a_month;
  const stronger = points.trim() ? readNumber(points) : 0;
  const wrong =
    hours === null || hours < 0 || hours > 744
      ? "0 to 744 hours."
      : stronger === null || Math.abs(stronger) > 50
        ? "50 points of strength less to 50 more."
        : "";
  const touched = !!(typed.trim() || points.trim() || horizon) || !pins;
  const asked = useSettled(
    JSON.stringify({
      hours: hours ?? 0,
      stronger: stronger ?? 0,
      pins,
      ...(horizon ? { horizon: Number(horizon) } : {}),
    }),
    300,
  );
  const query = JSON.parse(asked) as Schemas["WhatIfQuery"];
  const found = useWhatIf(projectId, query, touched && !wrong);
  const settled = found.data?.hours === hours && found.data?.stronger === stronger;
  const told = touched && !wrong && settled ? found.data : undefined;
  const say = useSay();
  const clear = () => {
    setTyped("");
    setPoints("");
    setHorizon("");
    setPins(true);
  };
  const take = useChange(projectId, () => takeWhatIf(projectId, query), {
    done: (out) => {
      say(`${plural(out.moved, "piece")} moved.`, { undo: true });
      clear();
    },
  });
  const problem = found.error ?? take.error;
  return (
    <Block title="What if" aside="compared with the current plan">
      <div className="grid grid-cols-[auto_1fr] items-center gap-x-2 gap-y-1">
        <input
          aria-label="Hours a month to try"
          placeholder={String(+plan.hours_a_month.toFixed(1))}
          inputMode="decimal"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          className={NUMBER}
        />
        <span className="text-ink-2">hours a month</span>
        <Select
          label="Months to plan, to try"
          value={horizon || String(plan.months.length)}
          onChange={(value) => setHorizon(Number(value) === plan.months.length ? "" : value)}
          className={NUMBER}
        >
          {HORIZONS.map((months) => (
            <option key={months} value={String(months)}>
              {months}
            </option>
          ))}
        </Select>
        <span className="text-ink-2">months ahead</span>
        <input
          aria-label="Points of strength to try"
          placeholder="0"
          inputMode="decimal"
          value={points}
          onChange={(event) => setPoints(event.target.value)}
          className={NUMBER}
        />
        <span className="text-ink-2">points more strength (− for less)</span>
      </div>
      <label className="flex items-center gap-2 pt-1">
        <Checkbox checked={pins} onChange={setPins} />
        keep pinned months
      </label>
      {wrong && <p className="text-xs text-persimmon-text">{wrong}</p>}
      {problem && <ProblemNote error={problem} />}
      {told && (
        <div className="pt-2">
          <p>{whatIfWords(told, currency)}</p>
          <Pieces name="Added" pieces={told.come} />
          <Pieces name="Removed" pieces={told.gone} />
          <Pieces name="Moved" pieces={told.moved} />
          <div className="flex gap-2 pt-2">
            {(told.changed > 0 ||
              told.hours !== told.hours_now ||
              told.horizon !== told.horizon_now) && (
              <Button look="main" disabled={take.isPending} onClick={() => take.mutate(undefined)}>
                {told.stronger ? "Apply these months" : "Apply this plan"}
              </Button>
            )}
            <Button onClick={clear}>Cancel</Button>
          </div>
        </div>
      )}
    </Block>
  );
}

/** Both plans in a sentence. */
export function whatIfWords(told: Told, currency: string): string {
  const pieces = `${plural(told.pieces, "piece")} instead of ${told.pieces_now}`;
  const gap =
    told.gap_share > 0.001
      ? `, within ${(100 * told.gap_share).toFixed(1)}% of the best possible`
      : "";
  if (!told.value && !told.value_now) return `${pieces}; their worth is not known.`;
  // Over months of another number there is another sum: the two are told side by side.
  if (told.horizon !== told.horizon_now)
    return (
      `${pieces}, worth about ${money(told.value, currency)} within ${plural(told.horizon, "month")} ` +
      `(now ${money(told.value_now, currency)} within ${told.horizon_now})${gap}.`
    );
  const more = told.value - told.value_now;
  const worth =
    Math.abs(more) < 0.5
      ? "worth about the same"
      : `worth about ${money(Math.abs(more), currency)} ${more > 0 ? "more" : "less"} within the ` +
        plural(told.horizon, "month");
  return `${pieces}, ${worth}${gap}.`;
}

const monthWords = (iso: string | null) => (iso ? shortMonth(iso) : "none");

function Pieces({ name, pieces }: { name: string; pieces: readonly Piece[] }) {
  if (!pieces.length) return null;
  return (
    <>
      <h4 className="pt-2 text-xs text-quiet">
        {name}, {pieces.length}
      </h4>
      <ul>
        {pieces.slice(0, 8).map((piece) => (
          <li key={piece.id} className="grid grid-cols-[1fr_auto] gap-x-2">
            <span className="min-w-0 truncate" title={piece.title}>
              {piece.title}
            </span>
            <span className="text-xs text-quiet">
              {piece.before && piece.after
                ? `${monthWords(piece.before)} → ${monthWords(piece.after)}`
                : monthWords(piece.after ?? piece.before)}
            </span>
          </li>
        ))}
      </ul>
      {pieces.length > 8 && <p className="text-xs text-quiet">and {pieces.length - 8} more</p>}
    </>
  );
}
