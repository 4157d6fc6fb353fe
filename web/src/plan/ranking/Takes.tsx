import { Button } from "../../parts/Button";
import { ProblemNote } from "../../parts/ProblemNote";
import { type Asked, useTakes } from "./queries";
import { firmWords, leverWords, partName, type Ranked, type Ranking } from "./words";

/** What it would take for something to be among the first. */
export function Takes({
  projectId,
  asked,
  row,
  told,
  currency,
  onOpen,
  onClose,
}: {
  projectId: number;
  asked: Asked;
  row: Ranked;
  told: Ranking | undefined;
  currency: string;
  onOpen: () => void;
  onClose: () => void;
}) {
  const found = useTakes(projectId, asked, row.id);
  const takes = found.data?.id === row.id ? found.data : undefined;
  return (
    <section className="pb-3">
      <h2 className="text-lg break-words">{row.name}</h2>
      {told && <p className="pt-1 text-ink-2">{firmWords(row, told)}.</p>}
      {found.error && <ProblemNote error={found.error} />}
      {takes && (
        <div className="pt-2">
          {takes.first ? (
            <p>In the top {told?.top}.</p>
          ) : takes.levers.length ? (
            <>
              <p>Any one of these puts it in the top {told?.top}:</p>
              <ul className="list-disc pl-5">
                {takes.levers.map((lever) => (
                  <li key={lever.part}>{leverWords(lever, currency, row)}</li>
                ))}
              </ul>
            </>
          ) : (
            <p>No single change puts it in the top {told?.top}.</p>
          )}
        </div>
      )}
      <div className="flex gap-2 pt-3">
        <Button onClick={onOpen}>Open in its step</Button>
        <Button look="bare" onClick={onClose}>
          Close
        </Button>
      </div>
    </section>
  );
}

/** What would rise and fall by another way, and by which of its figures. */
export function Moves({ told, beside }: { told: Ranking; beside: string }) {
  const list = (name: string, moved: Ranking["rising"]) =>
    moved.length > 0 && (
      <>
        <h3 className="pt-2 text-xs text-quiet">{name}</h3>
        <ul>
          {moved.slice(0, 6).map((one) => (
            <li key={one.id} className="grid grid-cols-[1fr_auto] gap-x-2">
              <span className="min-w-0 truncate" title={one.name}>
                {one.name}
              </span>
              <span className="text-xs text-quiet">
                {one.before} → {one.after}, by {partName(one.because)}
              </span>
            </li>
          ))}
        </ul>
      </>
    );
  return (
    <section className="border-t border-hairline py-3">
      <h2 className="text-sm font-semibold">Compare with: {beside.toLowerCase()}</h2>
      {list("Would rise", told.rising)}
      {list("Would fall", told.falling)}
      {!told.rising.length && !told.falling.length && <p className="text-quiet">Nothing moves.</p>}
    </section>
  );
}
