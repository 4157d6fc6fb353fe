import { useState } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { plural } from "../parts/format";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
import { WordsField } from "../parts/WordsField";
import { useClusters } from "./queries";

/** Where keywords are to go: another cluster, found by its words, or one of its own. */
export function MoveDialog({
  what,
  whole,
  from,
  projectId,
  problem,
  onMove,
  onOpenChange,
}: {
  /** What moves; empty: nothing does. */
  what: string;
  /** Whether it is all that the cluster holds. */
  whole: boolean;
  from: Schemas["ClusterDetailOut"];
  projectId: number;
  problem: Error | null;
  onMove: (clusterId: number | null) => void;
  onOpenChange: (open: boolean) => void;
}) {
  const [q, setQ] = useState("");
  const found = useClusters(projectId, {
    channel: from.channel,
    q,
    sort: "volume",
    several: false,
  });
  const others = found.data?.clusters.filter((cluster) => cluster.id !== from.id) ?? [];
  return (
    <Modal open={what !== ""} onOpenChange={onOpenChange} title={`Move ${what}`}>
      <WordsField
        autoFocus
        label="Find a cluster"
        placeholder="Words of the cluster it goes to"
        width="100%"
        value={q}
        onChange={setQ}
      />
      {problem && <ProblemNote error={problem} />}
      <ul className="mt-2 h-[260px] overflow-auto border-y border-hairline">
        {others.map((other) => (
          <li key={other.id}>
            <button
              type="button"
              onClick={() => onMove(other.id)}
              className="flex h-8 w-full items-center justify-between gap-3 px-2 text-left
                hover:bg-paper focus-visible:-outline-offset-2"
            >
              <span className="truncate">{other.name}</span>
              <span className="shrink-0 text-xs text-quiet">
                {plural(other.keywords, "keyword")}
              </span>
            </button>
          </li>
        ))}
        {found.data && !others.length && (
          <li className="p-2 text-quiet">No other cluster contains these words.</li>
        )}
      </ul>
      <div className="flex justify-between gap-2 pt-3">
        <Button disabled={whole} onClick={() => onMove(null)}>
          Move to a new cluster
        </Button>
        <Button onClick={() => onOpenChange(false)}>Cancel</Button>
      </div>
    </Modal>
  );
}
