import { useRef } from "react";
import type { Piece } from "../api/client";
import { useSay } from "../parts/toasts";
import { useChange } from "../shared/useChange";
import { changePiece } from "./changes";

/** Place a piece in a month by hand; nothing while another is being placed, or where it stands
 * already. */
export function usePlacing(projectId: number) {
  const say = useSay();
  // Two quick presses come before the page is drawn anew, and would both see nothing under way.
  const busy = useRef(false);
  const move = useChange(
    projectId,
    ({ id, month }: { id: number; month: string | null }) => changePiece(projectId, id, { month }),
    {
      done: () => {
        busy.current = false;
      },
      failed: (problem) => {
        busy.current = false;
        say(problem.message, { bad: true });
      },
    },
  );
  return (piece: Pick<Piece, "id" | "month">, month: string | null) => {
    if (busy.current || month === piece.month) return;
    busy.current = true;
    move.mutate({ id: piece.id, month });
  };
}
