import { useEffect, useRef, useState } from "react";
import type { Piece, Schemas } from "../api/client";
import { Block } from "../parts/Block";
import { Button } from "../parts/Button";
import { useCommand } from "../parts/commands";
import { AREAS, INPUT } from "../parts/Field";
import { Help } from "../parts/Help";
import { ProblemNote } from "../parts/ProblemNote";
import { useSay } from "../parts/toasts";
import { useKey } from "../parts/useKey";
import { useSettled } from "../parts/useSettled";
import { useTitleCheck, useTitles } from "./queries";
import {
  boundWords,
  containsWords,
  difference,
  limitWords,
  type Said,
  SHAPES,
  type Titles,
} from "./titleWords";

/** Titles that fit, packed from the keywords of a piece; and one of one's own, with what it gains and
 * loses beside the title there is. t asks for them. */
export function TitlesBlock({
  projectId,
  piece,
  currency,
  onChange,
}: {
  projectId: number;
  piece: Piece;
  currency: string;
  onChange: (fields: Schemas["PieceIn"]) => void;
}) {
  const [open, setOpen] = useState(false);
  const [end, setEnd] = useState("");
  const found = useTitles(projectId, piece.id, useSettled(end, 300), open);
  const block = useRef<HTMLDivElement>(null);
  const ask = () => {
    setOpen(true);
    block.current?.scrollIntoView({ block: "start" });
  };
  useKey("t", ask);
  useCommand("Titles for this piece", ask, { keys: "t" });
  const told = found.data;
  return (
    <div ref={block} className="scroll-mt-10">
      <Block title={<Help figure="packed">Title suggestions</Help>}>
        {!open && (
          <Button onClick={() => setOpen(true)}>
            Suggest titles <kbd className="text-quiet">t</kbd>
          </Button>
        )}
        {found.error && <ProblemNote error={found.error} />}
        {open && told && (
          <>
            {told.written.length > 0 && (
              <ul aria-label="Titles ready to use">
                {told.written.map((title) => (
                  <li key={title} className="border-b border-hairline py-[6px]">
                    <p className="font-semibold break-words">{title}</p>
                    <Take text={title} onChange={onChange} />
                  </li>
                ))}
              </ul>
            )}
            <p className="pt-3 text-ink-2">
              As many keywords as fit, as raw word sequences: edit into a title. Exact phrases
              count.
            </p>
            {!told.proposals.length && (
              <p className="text-ink-2">
                {told.phrases.length
                  ? "Its main keyword alone is longer than a title may be."
                  : "It has no keyword for a title."}
              </p>
            )}
            <ul>
              {told.proposals.map((one) => (
                <li key={one.shape} className="border-b border-hairline py-[6px]">
                  <span className="text-2xs font-semibold text-quiet">{SHAPES[one.shape]}</span>
                  <p className="font-semibold break-words">{one.text}</p>
                  <p className="text-xs text-ink-2">
                    {containsWords(one, told, currency)}. {boundWords(one)}
                  </p>
                  <p className="text-xs text-quiet">{limitWords(one.measured).words}</p>
                  <Take text={one.text} onChange={onChange} />
                </li>
              ))}
            </ul>
            <label className="flex items-center gap-2 pt-2">
              <span className="text-ink-2">Each ends with</span>
              <input
                value={end}
                maxLength={60}
                placeholder=" | your name"
                onChange={(event) => setEnd(event.target.value)}
                className={`${INPUT} min-w-0 flex-1`}
              />
            </label>
            <Own
              projectId={projectId}
              piece={piece}
              told={told}
              currency={currency}
              onChange={onChange}
            />
          </>
        )}
      </Block>
    </div>
  );
}

/** A title of one's own, looked at while it is typed. */
function Own({
  projectId,
  piece,
  told,
  currency,
  onChange,
}: {
  projectId: number;
  piece: Piece;
  told: Titles;
  currency: string;
  onChange: (fields: Schemas["PieceIn"]) => void;
}) {
  const [text, setText] = useState(piece.title);
  useEffect(() => setText(piece.title), [piece.title]);
  const settled = useSettled(text.trim(), 150);
  const check = useTitleCheck(projectId, piece.id, settled, settled !== "");
  const said = check.data?.text === text.trim() ? check.data : undefined;
  return (
    <div className="pt-3">
      <label className="flex flex-col gap-1">
        <span className="text-2xs font-semibold text-quiet">Your own</span>
        <textarea
          rows={2}
          maxLength={200}
          value={text}
          onChange={(event) => setText(event.target.value.replace(/\n/g, " "))}
          className={AREAS.text}
        />
      </label>
      {said && (
        <Looked said={said} told={told} currency={currency} same={text.trim() === piece.title} />
      )}
      {text.trim() && text.trim() !== piece.title && (
        <Take text={text.trim()} onChange={onChange} />
      )}
    </div>
  );
}

function Looked({
  said,
  told,
  currency,
  same,
}: {
  said: Said;
  told: Titles;
  currency: string;
  same: boolean;
}) {
  const limit = limitWords(said.measured);
  const { gains, loses } = difference(said, told.now, told, currency);
  const left = said.left.map((place) => told.phrases[place]?.text).filter(Boolean);
  return (
    <div className="pt-1 text-xs">
      <p className={limit.over ? "font-semibold text-persimmon-text" : "text-quiet"}>
        {limit.over && "! "}
        {limit.words}
      </p>
      <p className="text-ink-2">
        {containsWords(said, told, currency)}.
        {same && left.length > 0 && ` Not in it: ${left.slice(0, 6).join(", ")}.`}
      </p>
      {gains && <p className="text-ink-2">Gains {gains}.</p>}
      {loses && <p className="text-ink-2">Loses {loses}.</p>}
    </div>
  );
}

function Take({
  text,
  onChange,
}: {
  text: string;
  onChange: (fields: Schemas["PieceIn"]) => void;
}) {
  const say = useSay();
  return (
    <div className="flex flex-wrap gap-x-3 pt-1">
      <Small
        name="Use it"
        onPress={() => {
          onChange({ title: text });
          say("This is now the title.", { undo: true });
        }}
      />
      <Small
        name="Save as alternative"
        onPress={() => {
          onChange({ reserve_title: text });
          say("Saved as alternative title.", { undo: true });
        }}
      />
      <Small
        name="Copy"
        onPress={async () => {
          await navigator.clipboard.writeText(text);
          say("Copied.");
        }}
      />
    </div>
  );
}

function Small({ name, onPress }: { name: string; onPress: () => void }) {
  return (
    <button
      type="button"
      className="text-xs font-semibold underline decoration-hairline underline-offset-2
        hover:decoration-ink"
      onClick={onPress}
    >
      {name}
    </button>
  );
}
