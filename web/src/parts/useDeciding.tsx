/** Deciding on keywords of a sheet: what the keys y, s, p and x do, and the dialogs that ask for a reason or a note. */
import { useState } from "react";
import { DropDialog } from "./DropDialog";
import { NoteDialog } from "./NoteDialog";
import type { Decide } from "./useChosen";
import { useKey } from "./useKey";

type Decided = { id: number; state: string };

/** `under` is the current row; keys act on the `chosen` keywords, else on it. A key that decided a row takes it back. */
export function useDeciding(chosen: { ids: ReadonlySet<number>; decide: Decide }, under: () => Decided | undefined) {
  const [dropping, setDropping] = useState<readonly number[]>([]);
  const [parking, setParking] = useState<readonly number[]>([]);
  const target = (): number[] => {
    const row = under();
    return chosen.ids.size ? [...chosen.ids] : row ? [row.id] : [];
  };
  const isDecided = (state: string) => !chosen.ids.size && under()?.state === state;
  const turn = (state: "kept" | "shortlisted") => chosen.decide(target(), isDecided(state) ? "open" : state);
  const drop = () => (isDecided("dropped") ? chosen.decide(target(), "open") : setDropping(target()));
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
          chosen.decide([...dropping], "dropped", { reason });
          setDropping([]);
        }}
        onOpenChange={(open) => !open && setDropping([])}
      />
      <NoteDialog
        count={parking.length}
        onPark={(note) => {
          chosen.decide([...parking], "parked", { note });
          setParking([]);
        }}
        onOpenChange={(open) => !open && setParking([])}
      />
    </>
  );
  return { turn, drop, park, dialogs };
}

/** Rows that are out of play stand back. */
export const isOutOfPlay = (row: Decided): boolean => ["dropped", "left_out", "parked"].includes(row.state);
