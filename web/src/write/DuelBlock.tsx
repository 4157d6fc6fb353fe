import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { at } from "../api/at";
import { api, data, type Schemas } from "../api/client";
import { Block } from "../parts/Block";
import { Button } from "../parts/Button";
import { AREAS } from "../parts/Field";
import { count, likely, plural } from "../parts/format";
import { Help } from "../parts/Help";
import { ProblemNote } from "../parts/ProblemNote";
import { useSay } from "../parts/toasts";
import { useSettled } from "../parts/useSettled";
import { changePiece } from "../plan/changes";
import { useChange } from "../shared/useChange";
import type { Desk } from "./queries";

/** Two titles against each other: what each would bring, and a sentence that decides or says that it
 * is even. The other one can be kept in reserve with the piece. */
export function DuelBlock({
  projectId,
  desk,
  title,
  onTake,
}: {
  projectId: number;
  desk: Desk;
  title: string;
  onTake: (title: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const [other, setOther] = useState(desk.piece.reserve_title);
  const titles = useSettled([title.trim(), other.trim()].filter(Boolean).join("\n"), 250);
  const duel = useQuery({
    queryKey: ["title duel", projectId, desk.piece.id, titles],
    queryFn: async ({ signal }) =>
      data(
        await api.GET("/api/projects/{project_id}/pieces/{piece_id}/duel", {
          params: {
            ...at(projectId, { piece_id: desk.piece.id }),
            query: { titles: titles.split("\n") },
          },
          signal,
        }),
      ),
    enabled: open && titles.includes("\n"),
    placeholderData: keepPreviousData,
  });
  const say = useSay();
  const keep = useChange(
    projectId,
    (reserve_title: string) => changePiece(projectId, desk.piece.id, { reserve_title }),
    { done: () => say("Saved as alternative title.", { undo: true }) },
  );
  return (
    <Block title={<Help figure="duel">Compare two titles</Help>}>
      {!open && (
        <Button onClick={() => setOpen(true)}>
          {desk.piece.reserve_title ? "Compare with the alternative title" : "Try another title"}
        </Button>
      )}
      {open && (
        <>
          <label className="flex flex-col gap-1">
            <span className="text-2xs font-semibold text-quiet">The other title</span>
            <textarea
              rows={2}
              maxLength={200}
              value={other}
              onChange={(event) => setOther(event.target.value.replace(/\n/g, " "))}
              className={AREAS.text}
            />
          </label>
          {duel.error && <ProblemNote error={duel.error} />}
          {other.trim() && !title.trim() && (
            <p className="pt-2 text-ink-2">There is no title yet to compare it with.</p>
          )}
          {duel.data && titles.includes("\n") && <Told duel={duel.data} />}
          {other.trim() && (
            <div className="flex gap-2 pt-2">
              <Button
                className="!h-[26px] text-xs"
                onClick={() => {
                  onTake(other.trim());
                  setOther(title.trim());
                  say("Swapped: the earlier title is now the other one.");
                }}
              >
                Change places
              </Button>
              <Button className="!h-[26px] text-xs" onClick={() => keep.mutate(other.trim())}>
                Save as the alternative title
              </Button>
            </div>
          )}
        </>
      )}
    </Block>
  );
}

function Told({ duel }: { duel: Schemas["DuelOut"] }) {
  const [one, other] = duel.titles;
  if (!one || !other) return null;
  const differ = one.phrases
    .map((phrase, at) => ({ phrase, beside: other.phrases[at] }))
    .filter(({ phrase, beside }) => beside && phrase.said !== beside.said);
  return (
    <div className="pt-2">
      <p className="font-semibold">{duel.words}</p>
      <table className="mt-2 w-full border-collapse text-xs">
        <thead>
          <tr className="text-left text-quiet">
            <th scope="col" className="font-normal">
              <span className="sr-only">What</span>
            </th>
            <th scope="col" className="font-normal">
              Current title
            </th>
            <th scope="col" className="font-normal">
              Alternative
            </th>
          </tr>
        </thead>
        <tbody>
          <Line name="Visits a month" values={[visits(one), visits(other)]} />
          <Line
            name="Searches matched exactly"
            values={[count(one.searched), count(other.searched)]}
          />
          <Line name="Results with one of them" values={[one.same, other.same]} />
          <Line name="Characters" values={[long(one), long(other)]} />
          {differ.slice(0, 8).map(({ phrase, beside }) => (
            <Line key={phrase.text} name={phrase.text} values={[odds(phrase), odds(beside)]} />
          ))}
        </tbody>
      </table>
      <p className="pt-1 text-2xs text-quiet">
        Results pages are known for {duel.known} of {plural(one.phrases.length, "keyword")}. For
        each: how it is worded, and the chance of page one with it.
      </p>
    </div>
  );
}

function Line({ name, values }: { name: string; values: readonly [unknown, unknown] }) {
  return (
    <tr className="border-t border-hairline align-top">
      <th scope="row" className="py-[2px] pr-2 text-left font-normal">
        {name}
      </th>
      <td className="py-[2px] pr-2">{String(values[0])}</td>
      <td className="py-[2px]">{String(values[1])}</td>
    </tr>
  );
}

const visits = (title: Schemas["DuelTitleOut"]): string =>
  `${count(title.visits)} (${count(title.low)} to ${count(title.high)})`;
const long = (title: Schemas["DuelTitleOut"]): string =>
  `${title.length}${title.over ? " !, over the limit" : ""}`;

function odds(phrase: Schemas["DuelPhraseOut"] | undefined): string {
  if (!phrase) return "";
  const said =
    phrase.said >= 1
      ? "exact"
      : phrase.said >= 0.6
        ? "all words"
        : phrase.said > 0
          ? "some words"
          : "not said";
  return phrase.chance === null ? said : `${said}, ${likely(phrase.chance)}`;
}
