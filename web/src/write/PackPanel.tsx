import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { Help } from "../parts/Help";
import { ProblemNote } from "../parts/ProblemNote";
import { useSay } from "../parts/toasts";
import { useKept } from "../parts/useKept";
import { useSettled } from "../parts/useSettled";
import { boundWords } from "../plan/titleWords";
import { type Fields, packField } from "./changes";
import { OtherLanguage } from "./OtherLanguage";
import { NO_WANTS, PackWants, type Wants } from "./PackWants";
import { gainWords, holdsWords, leftWords, SHAPES, wordsOf } from "./packWords";
import type { Desk, Look } from "./queries";

/** What a field could say, packed from the phrases: rows of words to make a sentence of. */
export function PackPanel({
  projectId,
  desk,
  field,
  fields,
  look,
  currency,
  onTake,
  onClose,
}: {
  projectId: number;
  desk: Desk;
  field: Schemas["DeskFieldOut"];
  fields: Fields;
  look: Look;
  currency: string;
  onTake: (text: string) => void;
  onClose: () => void;
}) {
  const [wants, setWants] = useKept<Wants>(
    `bunraku.pack.${projectId}.${field.id}`,
    NO_WANTS,
    (kept) => ({ ...NO_WANTS, ...(kept as Partial<Wants>) }),
  );
  // What stands in the other fields when one opens it: not each key.
  const [from, setFrom] = useState(fields);
  const asked = useSettled(wants, 350);
  const found = useQuery({
    queryKey: ["packed", projectId, desk.piece.id, field.id, from, asked],
    queryFn: () =>
      packField(projectId, desk.piece.id, {
        field: field.id,
        fields: from,
        end: asked.end,
        must: wordsOf(asked.must),
        never: wordsOf(asked.never),
        everything: asked.everything,
        joiner: asked.joiner,
        into: field.id === "tags" ? asked.into : "",
      }),
    retry: false,
    staleTime: 60_000,
  });
  const say = useSay();
  const held = new Set(
    look.places
      .filter((place) => place.id === field.id)
      .flatMap((place) => place.cells)
      .filter((cell) => cell.level === "exact")
      .map((cell) => cell.phrase),
  );
  const told = found.data;
  return (
    <div className="mt-3 border-t border-hairline pt-3">
      <div className="flex flex-wrap items-end gap-3 pb-2 text-xs">
        <PackWants field={field.id} wants={wants} onChange={setWants} />
        {field.id === "tags" && (
          <OtherLanguage
            projectId={projectId}
            desk={desk}
            into={wants.into}
            onInto={(into) => setWants({ ...wants, into })}
            onKnown={() => found.refetch()}
          />
        )}
        <Button className="!h-[28px] text-xs" onClick={() => setFrom(fields)}>
          Build again
        </Button>
      </div>
      {found.isPending && <p className="text-ink-2">Building…</p>}
      {found.error && <ProblemNote error={found.error} />}
      {told && !told.proposals.length && (
        <p className="text-ink-2">
          {desk.phrases.length
            ? "Nothing to add: every keyword is used elsewhere or too long."
            : "It has no keywords yet. Add some in the plan."}
        </p>
      )}
      <ul className="flex flex-col gap-2">
        {told?.proposals.map((one) => (
          <li key={one.shape + one.text} className="border-l-2 border-hairline pl-3">
            <p className="text-2xs font-semibold text-quiet">
              <Help figure="packed">{SHAPES[one.shape]}</Help>
            </p>
            <p className="text-md font-semibold break-words whitespace-pre-wrap">{one.text}</p>
            <p className="text-xs text-ink-2">
              {holdsWords(one, desk, currency)} {boundWords(one)}
            </p>
            <p className="text-xs text-ink-2">{gainWords(one, held, desk, currency)}</p>
            <p className="text-xs text-quiet">{leftWords(one, desk, currency)}</p>
            {one.notes.length > 0 && (
              <details className="text-xs text-ink-2">
                <summary className="cursor-pointer">{one.notes.length} not used, and why</summary>
                <ul className="list-disc pl-4">
                  {one.notes.map((note) => (
                    <li key={note}>{note}.</li>
                  ))}
                </ul>
              </details>
            )}
            <p className="flex gap-3 pt-1">
              <Button
                className="!h-[26px] text-xs"
                onClick={() => {
                  onTake(one.text);
                  onClose();
                  say("Added. Now edit it to read well.");
                  document.getElementById(`field-${field.id}`)?.focus();
                }}
              >
                Use it{" "}
              </Button>
              <Button
                look="bare"
                className="!h-[26px] text-xs"
                onClick={async () => {
                  await navigator.clipboard.writeText(one.text);
                  say("Copied.");
                }}
              >
                Copy
              </Button>
            </p>
          </li>
        ))}
      </ul>
    </div>
  );
}
