/** Deciding on keywords of a sheet: what the keys y, s, p and x do, and the dialogs that ask for
 * a reason or a note. */
import { useState } from "react";
import type { Schemas } from "../api/client";
import { setState } from "../shared/changes";
import { useChange } from "../shared/useChange";
import { DropDialog } from "./DropDialog";
import { plural } from "./format";
import { NoteDialog } from "./NoteDialog";
import { useSay } from "./toasts";
import type { Chosen } from "./useGrid";
import { useKey } from "./useKey";

type Decided = { id: number; state: string };
type State = Schemas["StateIn"]["state"];
type Why = { reason?: string; note?: string };

const VERBS: Record<State, string> = {
  shortlisted: "shortlisted",
  dropped: "rejected",
  open: "undecided again",
  kept: "kept",
  parked: "parked",
};

/** `under` is the current row; keys act on the `chosen` keywords, else on it. A key that decided
 * a row takes it back. */
export function useDeciding(projectId: number, chosen: Chosen, under: () => Decided | undefined) {
  const say = useSay();
  const change = useChange(
    projectId,
    ({ ids, state, why }: { ids: number[]; state: State; why: Why }) =>
      setState(projectId, ids, state, why),
    {
      done: ({ changed }, { state }) => {
        say(`${plural(changed, "keyword")} ${VERBS[state]}.`, { undo: true });
        chosen.clear();
      },
      failed: (problem) => say(problem.message, { bad: true }),
    },
  );
  const decide = (ids: number[], state: State, why: Why = {}) => {
    // A second click on a dialog that is going would decide once more.
    if (ids.length && !change.isPending) change.mutate({ ids, state, why });
  };
  const [dropping, setDropping] = useState<readonly number[]>([]);
  const [parking, setParking] = useState<readonly number[]>([]);
  const target = (): number[] => {
    const row = under();
    return chosen.ids.size ? [...chosen.ids] : row ? [row.id] : [];
  };
  const isDecided = (state: string) => !chosen.ids.size && under()?.state === state;
  const turn = (state: "kept" | "shortlisted") =>
    decide(target(), isDecided(state) ? "open" : state);
  const drop = () => (isDecided("dropped") ? decide(target(), "open") : setDropping(target()));
  const park = () => setParking(target());
  useKey("y", () => turn("kept"));
  useKey("s", () => turn("shortlisted"));
  useKey("p", park);
  useKey("x", drop);
  const dialogs = (
    <>
      <DropDialog
        count={dropping.length}
        onDrop={(reason) => {
          decide([...dropping], "dropped", { reason });
          setDropping([]);
        }}
        onOpenChange={(open) => !open && setDropping([])}
      />
      <NoteDialog
        count={parking.length}
        onPark={(note) => {
          decide([...parking], "parked", { note });
          setParking([]);
        }}
        onOpenChange={(open) => !open && setParking([])}
      />
    </>
  );
  return { turn, drop, park, dialogs };
}

/** Rows that are out of play stand back. */
export const isOutOfPlay = (row: Decided): boolean =>
  ["dropped", "left_out", "parked"].includes(row.state);
