import { Slider } from "radix-ui";
import { useState } from "react";
import type { Channel } from "../api/client";
import { Button } from "../parts/Button";
import { exact, plural } from "../parts/format";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
import { useStrictness } from "./queries";
import { STRICT, strictWords } from "./strictWords";

/** Clustering afresh moves keywords between clusters and cannot be undone by a key, so it asks, and
 * shows what a strictness would do. */
export function RegroupDialog({
  projectId,
  channel,
  open,
  onOpenChange,
  onGo,
}: {
  projectId: number;
  channel: Channel;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onGo: (strictness: number) => void;
}) {
  const [chosen, setChosen] = useState<number | undefined>();
  const [shown, setShown] = useState(STRICT.indexOf(1));
  const usual = useStrictness(projectId, channel, 1, open).data?.strictness ?? 1;
  const strictness = chosen ?? usual;
  const found = useStrictness(projectId, channel, strictness, open);
  const told = found.data;
  const stale = found.isPlaceholderData;
  return (
    <Modal open={open} onOpenChange={onOpenChange} title="Re-cluster this channel">
      <p className="text-ink-2">
        All keywords are grouped again from their present results pages. Names you gave, what you
        moved by hand and what you locked hold; other keywords may change their cluster. Pieces in
        the plan keep their keywords. It cannot be undone.
      </p>
      <div className="mt-3 rounded-md border border-hairline px-3 py-2">
        <div className="flex items-baseline justify-between">
          <span className="font-semibold">Strictness</span>
          <span className="text-ink-2">
            {strictWords(STRICT[shown] ?? 1)}
            {usual === (STRICT[shown] ?? 1) ? ", as it is now" : ""}
          </span>
        </div>
        <Slider.Root
          value={[chosen === undefined ? STRICT.indexOf(usual) : shown]}
          min={0}
          max={STRICT.length - 1}
          step={1}
          onValueChange={([next]) => setShown(next ?? shown)}
          onValueCommit={([next]) => setChosen(STRICT[next ?? shown])}
          className="relative my-1 flex h-5 touch-none items-center select-none"
        >
          <Slider.Track className="relative h-1 grow rounded-sm bg-trough">
            <Slider.Range className="absolute h-full rounded-sm bg-persimmon-text" />
          </Slider.Track>
          <Slider.Thumb
            aria-label="Strictness"
            aria-valuetext={strictWords(STRICT[shown] ?? 1)}
            className="block size-[14px] rounded-lg border-[3px] border-persimmon-text bg-sheet"
          />
        </Slider.Root>
        <div className="flex justify-between text-2xs text-quiet">
          <span>few, broad clusters</span>
          <span>many, narrow ones</span>
        </div>
      </div>
      {found.error && <ProblemNote error={found.error} />}
      <div
        role="status"
        aria-busy={stale}
        className={`min-h-[148px] pt-3 ${stale ? "opacity-60" : ""}`}
      >
        {told && (
          <>
            <p>
              {exact(told.now.several)} clusters of several and {exact(told.now.alone)} alone now,{" "}
              <strong>
                {exact(told.after.several)} and {exact(told.after.alone)}
              </strong>{" "}
              then; {plural(told.moved, "keyword")} of {exact(told.keywords)} would move.
            </p>
            <Examples name="Would merge" groups={told.joined} sign="+" />
            <Examples name="Would split" groups={told.parted} sign="|" />
          </>
        )}
        {!told && !found.error && <p className="text-quiet">Looking…</p>}
      </div>
      <div className="flex justify-end gap-2 pt-4">
        <Button onClick={() => onOpenChange(false)}>Cancel</Button>
        <Button
          look="main"
          onClick={() => {
            onOpenChange(false);
            onGo(strictness);
          }}
        >
          Re-cluster keywords
        </Button>
      </div>
    </Modal>
  );
}

function Examples({ name, groups, sign }: { name: string; groups: string[][]; sign: string }) {
  if (!groups.length) return null;
  return (
    <div className="pt-2">
      <h3 className="text-xs text-quiet">{name}, for example</h3>
      <ul>
        {groups.slice(0, 3).map((group) => (
          <li key={group.join()} className="truncate" title={group.join(` ${sign} `)}>
            {group.join(` ${sign} `)}
          </li>
        ))}
      </ul>
    </div>
  );
}
