import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { Button } from "../parts/Button";
import { usePlace } from "../shared/channels";
import { useSteps } from "../shared/queries";

const SEEN = "bunraku.tour";

/** Whether this browser has had the tour, or skipped it. */
export const tourSeen = (): boolean => localStorage.getItem(SEEN) !== null;

/** One note a step, from Gather to Follow, each beside the page it is about. It never stands in the
 * way: the page works meanwhile. */
export function Tour({ onEnd }: { onEnd: () => void }) {
  const { projectId, channel } = usePlace();
  const navigate = useNavigate();
  const [at, setAt] = useState(-1);
  const notes = (useSteps().data ?? []).filter((step) => step.id !== "up-next");
  const note = notes[at];
  const end = () => {
    localStorage.setItem(SEEN, "1");
    onEnd();
  };
  const go = (to: number) => {
    setAt(to);
    navigate({
      to: `/p/$projectId/$channel/${notes[to]?.id}`,
      params: { projectId: String(projectId), channel },
    });
  };
  if (!notes.length) return null;
  return (
    <aside
      aria-label="Tour"
      className="fixed right-5 bottom-5 z-30 w-[340px] max-w-[calc(100vw-40px)] rounded-lg border
        border-bar bg-sheet p-4 print:hidden"
    >
      <p className="text-2xs font-semibold text-quiet">
        {note ? `${at + 1} of ${notes.length}` : "New here?"}
      </p>
      <div role="status">
        <h2 className="pt-1 pb-1 text-lg">{note ? note.name : "Six steps, one note each"}</h2>
        <p className="text-ink-2">
          {note
            ? `${note.purpose} First: ${lowerFirst(note.order[0] ?? "")}`
            : "From the first seed term to what came of it. You can stop at any time and find it again under Help (?)."}
        </p>
      </div>
      <div className="flex items-center gap-2 pt-3">
        {at < notes.length - 1 && (
          <Button look="bare" onClick={end}>
            Skip the tour
          </Button>
        )}
        <span className="flex-1" />
        {at > 0 && <Button onClick={() => go(at - 1)}>Back</Button>}
        {at < notes.length - 1 ? (
          <Button look="main" onClick={() => go(at + 1)}>
            {note ? "Next" : "Start the tour"}
          </Button>
        ) : (
          <Button look="main" onClick={end}>
            Finish
          </Button>
        )}
      </div>
    </aside>
  );
}

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
