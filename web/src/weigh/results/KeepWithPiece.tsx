import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "../../parts/Button";
import { INPUT } from "../../parts/Field";
import { plural } from "../../parts/format";
import { Select } from "../../parts/Select";
import { useSay } from "../../parts/toasts";
import { useChange } from "../../shared/useChange";
import { addTags, piecesForQuery } from "./queries";

/** Takes ticked phrases for a piece of the plan: the one that serves the keyword, or another. */
export function KeepWithPiece({
  projectId,
  rowId,
  ticked,
  onDone,
}: {
  projectId: number;
  rowId: number;
  ticked: ReadonlySet<string>;
  onDone: () => void;
}) {
  const found = useQuery(piecesForQuery(projectId, rowId)).data;
  const [chosen, setChosen] = useState<number | undefined>();
  const say = useSay();
  const pieces = found?.pieces ?? [];
  const piece = pieces.find((each) => each.id === chosen) ?? pieces[0];
  const keep = useChange(projectId, () => addTags(projectId, piece?.id ?? 0, [...ticked]), {
    done: () => {
      say(`${plural(ticked.size, "phrase")} saved to “${piece?.title}”.`, { undo: true });
      onDone();
    },
    failed: (problem) => say(problem.message, { bad: true }),
  });
  if (!piece) return null;
  return (
    <>
      <Button disabled={keep.isPending} onClick={() => keep.mutate(undefined)}>
        Save to{" "}
      </Button>
      <Select
        label="Piece to save them to"
        value={piece.id}
        onChange={(value) => setChosen(Number(value))}
        className={`${INPUT} !w-[280px]`}
      >
        {pieces.map((each) => (
          <option key={each.id} value={each.id}>
            {each.title}
            {each.id === found?.serves ? " (covers this keyword)" : ""}
          </option>
        ))}
      </Select>
    </>
  );
}
