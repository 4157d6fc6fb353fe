import { useState } from "react";
import { Button } from "../parts/Button";
import { clock, day } from "../parts/format";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
import { useSay } from "../parts/toasts";
import type { Fields } from "./changes";
import { type Desk, useBeside, useVersions } from "./queries";

/** Every version of what is written: what became of each word since, and taking it back. */
export function VersionsDialog({
  projectId,
  desk,
  fields,
  onTake,
  onClose,
}: {
  projectId: number;
  desk: Desk;
  fields: Fields;
  onTake: (changed: Fields) => void;
  onClose: () => void;
}) {
  const versions = useVersions(projectId, desk.piece.id);
  const [chosen, setChosen] = useState<number>();
  const told = versions.data ?? [];
  // The last is what stands there now: the one before it is what one looks for.
  const number = chosen ?? told[1]?.number ?? told[0]?.number;
  const beside = useBeside(projectId, desk.piece.id, number, undefined);
  const version = told.find((one) => one.number === number);
  const say = useSay();
  return (
    <Modal open onOpenChange={(open) => !open && onClose()} title="Versions" wide>
      {versions.error && <ProblemNote error={versions.error} />}
      <div className="grid grid-cols-[210px_1fr] gap-5">
        <ol className="flex max-h-[64vh] flex-col gap-1 overflow-auto" aria-label="Versions">
          {told.map((one, place) => (
            <li key={one.number}>
              <button
                type="button"
                aria-pressed={one.number === number}
                onClick={() => setChosen(one.number)}
                className="w-full rounded-md border border-transparent px-2 py-1 text-left
                  hover:bg-trough aria-pressed:border-pine-line aria-pressed:bg-pine-wash"
              >
                <span className="font-semibold">
                  {place === 0 ? "Now" : `Version ${one.number}`}
                </span>
                <span className="block text-xs text-quiet">
                  {when(one.saved)} · {one.by}
                </span>
              </button>
            </li>
          ))}
        </ol>
        <div
          // biome-ignore lint/a11y/noNoninteractiveTabindex: keys must reach what scrolls
          tabIndex={0}
          className="max-h-[64vh] overflow-auto"
        >
          {beside.data && !beside.data.length && (
            <p className="text-ink-2">Same as the current text.</p>
          )}
          {beside.data?.map((one) => (
            <section key={one.field} className="border-t border-hairline py-2 first:border-0">
              <div className="flex items-baseline justify-between gap-3">
                <h3 className="text-2xs font-semibold text-quiet">{one.name}</h3>
                <Button
                  className="!h-[24px] text-xs"
                  onClick={() => {
                    onTake({ [one.field]: one.before });
                    say(`${one.name} as it was in version ${number}.`);
                    onClose();
                  }}
                >
                  Restore this field
                </Button>
              </div>
              <p className="break-words whitespace-pre-wrap">
                {one.parts.map((part, at) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: parts have no other name
                  <Part key={at} what={part.what} text={part.text} />
                ))}
              </p>
            </section>
          ))}
        </div>
      </div>
      <div className="flex items-center gap-3 pt-4">
        <p className="flex-1 text-xs text-quiet">
          Struck out: removed since. Underlined: added since.
        </p>
        {version && (beside.data?.length ?? 0) > 0 && (
          <Button
            look="main"
            onClick={() => {
              const gone = Object.keys(fields).filter((name) => !(name in version.fields));
              onTake({ ...Object.fromEntries(gone.map((name) => [name, ""])), ...version.fields });
              say(
                `All fields as they were in version ${number}. The earlier text is kept as a version.`,
              );
              onClose();
            }}
          >
            Restore this version
          </Button>
        )}
      </div>
    </Modal>
  );
}

function Part({ what, text }: { what: "same" | "gone" | "new"; text: string }) {
  if (what === "gone") return <del className="text-persimmon-text">{text}</del>;
  if (what === "new")
    return <ins className="bg-pine-wash decoration-pine underline-offset-2">{text}</ins>;
  return <>{text}</>;
}

const when = (iso: string): string => `${day(iso.slice(0, 10))}, ${clock(iso)}`;
