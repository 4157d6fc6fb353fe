import { Button } from "../parts/Button";
import { useSay } from "../parts/toasts";
import { useKey } from "../parts/useKey";
import { useChange } from "../shared/useChange";
import { keepApart, mergePieces } from "./changes";
import type { Plan } from "./planMath";

/** Two pieces after the same searchers: made one, or kept apart. With `keys`, m and k do it. */
export function Clash({
  projectId,
  pieceId,
  clash,
  keys = false,
  onOpen,
}: {
  projectId: number;
  pieceId: number;
  clash: Plan["overlaps"][number];
  keys?: boolean;
  onOpen: (id: number) => void;
}) {
  const say = useSay();
  const other =
    clash.piece === pieceId
      ? { id: clash.other, title: clash.other_title }
      : { id: clash.piece, title: clash.title };
  const merge = useChange(projectId, () => mergePieces(projectId, pieceId, other.id), {
    done: () => say(`“${other.title}” is served here now. z takes it back.`),
    failed: (problem) => say(problem.message, { bad: true }),
  });
  const apart = useChange(projectId, () => keepApart(projectId, pieceId, other.id), {
    done: () => say("They stay two pieces. z takes it back."),
    failed: (problem) => say(problem.message, { bad: true }),
  });
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
      <div className="flex gap-2 pt-1">
        <Button disabled={busy} onClick={() => merge.mutate(undefined)}>
          Serve it here{keys && <kbd className="text-quiet">m</kbd>}
        </Button>
        <Button look="bare" disabled={busy} onClick={() => apart.mutate(undefined)}>
          Keep apart{keys && <kbd className="text-quiet">k</kbd>}
        </Button>
      </div>
    </div>
  );
}
