import { useState } from "react";
import type { Piece } from "../api/client";
import { Block } from "../parts/Block";
import { Button } from "../parts/Button";
import { INPUT } from "../parts/Field";
import { ProblemNote } from "../parts/ProblemNote";
import { Select } from "../parts/Select";
import { useSay } from "../parts/toasts";
import { useChange } from "../shared/useChange";
import { putAfter, takeApart } from "./changes";
import { useAround, usePieceTitles } from "./queries";

/** What a piece has to do with others: what it waits for, what waits for it, which links to set. */
export function AroundBlock({
  projectId,
  piece,
  onOpen,
}: {
  projectId: number;
  piece: Piece;
  onOpen: (id: number) => void;
}) {
  const found = useAround(projectId, piece.id);
  const titles = usePieceTitles(projectId).data ?? [];
  const [first, setFirst] = useState("");
  const say = useSay();
  const wait = useChange(projectId, (id: number) => putAfter(projectId, piece.id, id), {
    done: () => {
      setFirst("");
      say("Dependency added; it counts when you schedule next.", { undo: true });
    },
  });
  const free = useChange(projectId, (id: number) => takeApart(projectId, piece.id, id));
  const told = found.data;
  const problem = found.error ?? wait.error ?? free.error;
  const others = titles.filter(
    (other) => other.id !== piece.id && !told?.waits_for.some((one) => one.id === other.id),
  );
  return (
    <>
      <Block title="Depends on" aside="scheduled after these">
        {problem && <ProblemNote error={problem} />}
        <ul>
          {told?.waits_for.map((one) => (
            <li key={one.id} className="flex items-baseline gap-2">
              <Title id={one.id} title={one.title} onOpen={onOpen} />
              <Button look="bare" onClick={() => free.mutate(one.id)}>
                Stop waiting
              </Button>
            </li>
          ))}
          {told?.waited_for_by.map((one) => (
            <li key={one.id} className="text-ink-2">
              <Title id={one.id} title={one.title} onOpen={onOpen} /> depends on this
            </li>
          ))}
        </ul>
        {others.length > 0 && (
          <div className="flex gap-2 pt-1">
            <Select
              label="Piece it depends on"
              value={first}
              onChange={setFirst}
              className={`${INPUT} min-w-0 flex-1`}
            >
              <option value="">Piece it depends on</option>
              {others.map((other) => (
                <option key={other.id} value={other.id}>
                  {other.title}
                </option>
              ))}
            </Select>
            <Button disabled={!first || wait.isPending} onClick={() => wait.mutate(Number(first))}>
              Wait for it
            </Button>
          </div>
        )}
      </Block>
      <Block title="Links to add" aside="with this phrase">
        <ul className="flex flex-col gap-[2px]">
          {told?.links.map((link) => (
            <li key={`${link.outward} ${link.id}`}>
              <span className="text-quiet">{link.outward ? "to" : "from"}</span>{" "}
              <Title id={link.id} title={link.title} onOpen={onOpen} />{" "}
              <span className="text-xs text-quiet">“{link.phrase}”</span>
            </li>
          ))}
        </ul>
        {told && !told.links.length && (
          <p className="text-quiet">No other piece of this outlet is closely related.</p>
        )}
      </Block>
    </>
  );
}

function Title({ id, title, onOpen }: { id: number; title: string; onOpen: (id: number) => void }) {
  return (
    <button
      type="button"
      className="min-w-0 truncate text-left hover:underline"
      title={title}
      onClick={() => onOpen(id)}
    >
      {title}
    </button>
  );
}
