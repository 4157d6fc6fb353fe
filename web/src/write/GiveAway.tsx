import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Checkbox } from "../parts/Checkbox";
import { Field } from "../parts/Field";
import { FormDialog } from "../parts/FormDialog";
import { plural } from "../parts/format";
import { ProblemNote } from "../parts/ProblemNote";
import { Select } from "../parts/Select";
import { useSay } from "../parts/toasts";
import { giveKeyword } from "../plan/changes";
import { useChange } from "../shared/useChange";
import { piecesForQuery } from "../weigh/results/queries";
import type { Desk } from "./queries";

type Phrase = Desk["phrases"][number];

/** Phrases that this piece has no room for go to another one. */
export function GiveAway({
  projectId,
  pieceId,
  phrases,
  onClose,
}: {
  projectId: number;
  pieceId: number;
  phrases: readonly Phrase[];
  onClose: () => void;
}) {
  const [chosen, setChosen] = useState(() => new Set(phrases.map((phrase) => phrase.row)));
  const [target, setTarget] = useState("");
  const say = useSay();
  const found = useQuery(piecesForQuery(projectId, phrases[0]?.row ?? 0));
  const others = (found.data?.pieces ?? []).filter((piece) => piece.id !== pieceId);
  const give = useChange(
    projectId,
    async () => {
      for (const row of chosen) await giveKeyword(projectId, Number(target), row, false);
      return chosen.size;
    },
    {
      done: (count) => {
        say(`Moved ${plural(count, "keyword")} to another piece.`, { undo: true });
        onClose();
      },
    },
  );
  return (
    <FormDialog
      title="Move keywords to another piece"
      take={`Give ${plural(chosen.size, "phrase")}`}
      change={give}
      ready={!!target && chosen.size > 0}
      onClose={onClose}
    >
      {found.error && <ProblemNote error={found.error} />}
      <p className="text-ink-2">Not used in this piece; another piece may suit them better.</p>
      <ul className="max-h-[240px] overflow-auto border border-hairline">
        {phrases.map((phrase) => (
          <li key={phrase.row} className="border-b border-hairline px-2 py-1 last:border-0">
            <label className="flex items-center gap-2">
              <Checkbox
                checked={chosen.has(phrase.row)}
                onChange={(on) =>
                  setChosen((now) => {
                    const next = new Set(now);
                    if (on) next.add(phrase.row);
                    else next.delete(phrase.row);
                    return next;
                  })
                }
              />
              {phrase.text}
            </label>
          </li>
        ))}
      </ul>
      <Field label="To" hint={found.isSuccess && !others.length ? "There is no other piece." : ""}>
        {(told) => (
          <Select {...told} value={target} onChange={setTarget} disabled={!others.length}>
            <option value="">Which piece</option>
            {others.map((piece) => (
              <option key={piece.id} value={piece.id}>
                {piece.title}
              </option>
            ))}
          </Select>
        )}
      </Field>
    </FormDialog>
  );
}
