import { useState } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { useSay } from "../parts/toasts";
import { useKey } from "../parts/useKey";
import { useChange } from "../shared/useChange";
import { giveWay, keepApart, mergePieces } from "./changes";
import { useWaysOut } from "./queries";

/** Two pieces after the same searchers: made one, made to differ, or kept apart. With `keys`, m and
 * k do it. */
export function Clash({
  projectId,
  pieceId,
  clash,
  keys = false,
  onOpen,
}: {
  projectId: number;
  pieceId: number;
  clash: Schemas["OverlapOut"];
  keys?: boolean;
  onOpen: (id: number) => void;
}) {
  const say = useSay();
  const other =
    clash.piece === pieceId
      ? { id: clash.other, title: clash.other_title }
      : { id: clash.piece, title: clash.title };
  const merge = useChange(projectId, () => mergePieces(projectId, pieceId, other.id), {
    done: () => say(`“${other.title}” is now covered here.`, { undo: true }),
    failed: (problem) => say(problem.message, { bad: true }),
  });
  const apart = useChange(projectId, () => keepApart(projectId, pieceId, other.id), {
    done: () => say("Kept as two pieces.", { undo: true }),
    failed: (problem) => say(problem.message, { bad: true }),
  });
  const [differ, setDiffer] = useState(false);
  const busy = merge.isPending || apart.isPending;
  useKey("m", () => merge.mutate(undefined), { enabled: keys && !busy });
  useKey("k", () => apart.mutate(undefined), { enabled: keys && !busy });
  return (
    <div className="py-1">
      <p>
        <button
          type="button"
          onClick={() => onOpen(other.id)}
          className="text-left font-semibold underline decoration-hairline underline-offset-2"
        >
          {other.title}
        </button>
        : {clash.why}.
      </p>
      <div className="flex flex-wrap gap-x-2 pt-1">
        <Button disabled={busy} onClick={() => merge.mutate(undefined)}>
          Cover it here{keys && <kbd className="text-quiet">m</kbd>}
        </Button>
        <Button look="bare" disabled={busy} onClick={() => apart.mutate(undefined)}>
          Keep separate{keys && <kbd className="text-quiet">k</kbd>}
        </Button>
        <Button look="bare" aria-expanded={differ} onClick={() => setDiffer(!differ)}>
          Make them different
        </Button>
      </div>
      {differ && <WaysOut projectId={projectId} pieceId={pieceId} other={other} />}
    </div>
  );
}

/** What the piece could be about instead; what fights then goes to the other one. */
function WaysOut({
  projectId,
  pieceId,
  other,
}: {
  projectId: number;
  pieceId: number;
  other: { id: number; title: string };
}) {
  const told = useWaysOut(projectId, pieceId, other.id).data;
  const say = useSay();
  const give = useChange(projectId, (row: number) => giveWay(projectId, pieceId, other.id, row), {
    done: () => say(`“${other.title}” now has the shared keywords.`, { undo: true }),
    failed: (problem) => say(problem.message, { bad: true }),
  });
  if (!told) return null;
  if (!told.about.length)
    return (
      <p className="pt-1 text-ink-2">
        This piece has no other keyword to be about. Add one first, or cover both in one piece.
      </p>
    );
  const going = told.fighting.map((phrase) => `“${phrase.text}”`).join(", ");
  return (
    <div className="pt-1">
      <p className="text-ink-2">
        Make this piece about another of its keywords; {going || "nothing"} goes to “{other.title}”.
      </p>
      <div className="flex flex-wrap gap-2 pt-1">
        {told.about.map((phrase) => (
          <Button key={phrase.id} disabled={give.isPending} onClick={() => give.mutate(phrase.id)}>
            About “{phrase.text}”
          </Button>
        ))}
      </div>
    </div>
  );
}
