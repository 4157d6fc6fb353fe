import type { Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { nth } from "../parts/format";
import { useSay } from "../parts/toasts";
import { useChange } from "../shared/useChange";
import { settleLive } from "./changes";

/** A page of one's own that stands for a piece's keyword already: the piece improves it, or is one
 * of its own. */
export function LiveClash({
  projectId,
  live,
  onOpen,
}: {
  projectId: number;
  live: Schemas["LivePageOut"];
  onOpen?: (id: number) => void;
}) {
  const say = useSay();
  const settle = useChange(
    projectId,
    (improve: boolean) => settleLive(projectId, live.piece, live.address, improve),
    {
      done: (_, improve) =>
        say(improve ? "It now improves that page." : "It is now a separate page.", { undo: true }),
      failed: (problem) => say(problem.message, { bad: true }),
    },
  );
  return (
    <div className="py-1">
      <p className="break-words">
        {onOpen && (
          <>
            <button
              type="button"
              onClick={() => onOpen(live.piece)}
              className="text-left font-semibold underline decoration-hairline underline-offset-2"
            >
              {live.title}
            </button>
            :{" "}
          </>
        )}
        your page “{live.page_title || live.address}” already ranks {nth(live.position)} for “
        {live.keyword}”. <span className="text-xs text-quiet">{live.address}</span>
      </p>
      <div className="flex gap-2 pt-1">
        <Button disabled={settle.isPending} onClick={() => settle.mutate(true)}>
          Improve that page
        </Button>
        <Button look="bare" disabled={settle.isPending} onClick={() => settle.mutate(false)}>
          Create a new page
        </Button>
      </div>
    </div>
  );
}
