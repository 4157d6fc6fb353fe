import { useState } from "react";
import type { Schemas } from "../api/client";
import { Block } from "../parts/Block";
import { Button } from "../parts/Button";
import { Checkbox } from "../parts/Checkbox";
import { INPUT } from "../parts/Field";
import { MONTHS, money, plural } from "../parts/format";
import { readNumber } from "../parts/numbers";
import { ProblemNote } from "../parts/ProblemNote";
import { useSay } from "../parts/toasts";
import { useSettled } from "../parts/useSettled";
import { useChange } from "../shared/useChange";
import { takeWhatIf } from "./changes";
import { useWhatIf } from "./queries";

type Told = Schemas["WhatIfOut"];
type Piece = Told["moved"][number];

/** What other hours a month would do, piece by piece beside the plan as it is; taken or left. */
export function WhatIf({
  projectId,
  hoursNow,
  currency,
}: {
  projectId: number;
  hoursNow: number;
  currency: string;
}) {
  const [typed, setTyped] = useState("");
  const [pins, setPins] = useState(true);
  const hours = useSettled(readNumber(typed) ?? Number.NaN, 300);
  const asked = typed.trim() !== "" && hours >= 0 && hours <= 744;
  const found = useWhatIf(projectId, hours, pins, asked);
  const told = asked && found.data?.hours === hours ? found.data : undefined;
  const say = useSay();
  const take = useChange(projectId, () => takeWhatIf(projectId, hours, pins), {
    done: (out) => {
      say(`${hours} hours a month, ${plural(out.moved, "piece")} moved. z takes it back.`);
      setTyped("");
    },
  });
  const wrong = typed.trim() !== "" && !(hours >= 0 && hours <= 744) && !Number.isNaN(hours);
  const problem = found.error ?? take.error;
  return (
    <Block title="What if the hours were others" aside={`${+hoursNow.toFixed(1)} a month now`}>
      <div className="flex items-center gap-2">
        <input
          aria-label="Hours a month to try"
          placeholder="hours"
          inputMode="decimal"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          className={`${INPUT} !w-[72px] text-right`}
        />
        <span className="text-ink-2">hours a month</span>
        <label className="flex items-center gap-2 pl-2">
          <Checkbox checked={pins} onChange={setPins} />
          pins hold
        </label>
      </div>
      {wrong && <p className="text-xs text-persimmon-text">0 to 744 hours.</p>}
      {problem && <ProblemNote error={problem} />}
      {told && (
        <div className="pt-2">
          <p>{whatIfWords(told, currency)}</p>
          <Pieces name="Would come in" pieces={told.come} />
          <Pieces name="Would go out" pieces={told.gone} />
          <Pieces name="Would move" pieces={told.moved} />
          {told.changed > 0 && (
            <div className="flex gap-2 pt-2">
              <Button look="main" disabled={take.isPending} onClick={() => take.mutate(undefined)}>
                Take it
              </Button>
              <Button onClick={() => setTyped("")}>Throw it away</Button>
            </div>
          )}
        </div>
      )}
    </Block>
  );
}

/** Both plans in a sentence. */
export function whatIfWords(told: Told, currency: string): string {
  const more = told.value - told.value_now;
  const worth =
    Math.abs(more) < 0.5
      ? "worth about the same"
      : `worth about ${money(Math.abs(more), currency)} ${more > 0 ? "more" : "less"} over the year`;
  return (
    `${plural(told.pieces, "piece")} instead of ${told.pieces_now}, ${worth}` +
    `${told.gap_share > 0.001 ? `, at most ${(100 * told.gap_share).toFixed(1)}% below the best` : ""}.`
  );
}

const monthWords = (iso: string | null) =>
  iso ? `${MONTHS[Number(iso.slice(5, 7)) - 1]} ${iso.slice(2, 4)}` : "none";

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
