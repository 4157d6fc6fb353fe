import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useRef } from "react";
import { Problem } from "../api/client";
import { useSay } from "../parts/toasts";
import { refreshProject } from "../shared/useChange";
import { undo } from "./changes";

/** Take back the last change and say what it was; presses while one is under way wait for
 * nothing and do nothing. */
export function useUndo(projectId: number): () => void {
  const client = useQueryClient();
  const say = useSay();
  const busy = useRef(false);
  return useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    try {
      const taken = await undo(projectId);
      say(`Taken back: ${taken.label}`);
      refreshProject(client, projectId);
    } catch (error) {
      say(error instanceof Problem ? error.message : "It could not be taken back.", { bad: true });
    } finally {
      busy.current = false;
    }
  }, [client, projectId, say]);
}
