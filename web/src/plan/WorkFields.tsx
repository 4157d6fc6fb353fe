import { useEffect, useState } from "react";
import type { Piece, Schemas } from "../api/client";
import { Block } from "../parts/Block";
import { Button } from "../parts/Button";
import { Checkbox } from "../parts/Checkbox";
import { INPUT } from "../parts/Field";
import { doneOn } from "../parts/format";
import { readNumber } from "../parts/numbers";
import { SavedField } from "../parts/SavedField";
import { Select } from "../parts/Select";
import type { Plan } from "./planMath";
import { hoursWords, STATES } from "./workWords";

const LABEL = "text-2xs font-semibold text-quiet";

/** What is told of the work on a piece: how far it is, who makes it, when it is due, what is kept with
 * it. Each field is saved as one leaves it. */
export function WorkFields({
  piece,
  plan,
  onChange,
}: {
  piece: Piece;
  plan: Plan;
  onChange: (fields: Schemas["PieceIn"]) => void;
}) {
  return (
    <Block title="Work" aside={hoursWords(piece, plan)}>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        <label>
          <span className={LABEL}>Status</span>
          <Select
            value={piece.state}
            onChange={(value) => onChange({ state: value as Piece["state"] })}
            className={INPUT}
          >
            {Object.entries(STATES).map(([id, name]) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </label>
        <SavedField
          label="Owner"
          value={piece.maker}
          most={80}
          onSave={(maker, was) => onChange({ maker, was: { maker: was } })}
        />
        <label>
          <span className={LABEL}>Due</span>
          <input
            type="date"
            value={piece.due ?? ""}
            onChange={(event) => onChange({ due: event.target.value || null })}
            className={INPUT}
          />
        </label>
        <Hours value={piece.hours_spent} onChange={(hours_spent) => onChange({ hours_spent })} />
        <SavedField
          label="Alternative title"
          value={piece.reserve_title}
          most={200}
          onSave={(reserve_title, was) => onChange({ reserve_title, was: { reserve_title: was } })}
          className="col-span-2"
        />
        <SavedField
          label="URL (published, or of the page it improves)"
          value={piece.address}
          most={2_000}
          onSave={(address, was) => onChange({ address, was: { address: was } })}
          className="col-span-2"
        />
        <label className="col-span-2 flex items-center gap-2">
          <Checkbox checked={piece.improves} onChange={(improves) => onChange({ improves })} />
          <span>Improves an existing page</span>
        </label>
        <SavedField
          label="Idea for later"
          value={piece.parked_idea}
          most={4_000}
          lines={2}
          onSave={(parked_idea, was) => onChange({ parked_idea, was: { parked_idea: was } })}
          className="col-span-2"
        />
        <SavedField
          label="Note"
          value={piece.note}
          most={10_000}
          lines={2}
          onSave={(note, was) => onChange({ note, was: { note: was } })}
          className="col-span-2"
        />
        {piece.tags.length > 0 && (
          <div className="col-span-2">
            <span className={LABEL}>Chosen tags</span>
            <ul className="flex flex-wrap gap-x-3">
              {piece.tags.map((tag) => (
                <li key={tag}>
                  {tag}{" "}
                  <button
                    type="button"
                    aria-label={`Remove ${tag}`}
                    className="text-xs text-quiet underline hover:text-ink"
                    onClick={() => onChange({ tags: piece.tags.filter((other) => other !== tag) })}
                  >
                    remove
                  </button>
                </li>
              ))}
            </ul>
          </div>
        )}
      </div>
    </Block>
  );
}

function Hours({ value, onChange }: { value: number; onChange: (hours: number) => void }) {
  const [hours, setHours] = useState(String(value || ""));
  useEffect(() => setHours(String(value || "")), [value]);
  const read = hours.trim() === "" ? 0 : (readNumber(hours) ?? Number.NaN);
  const wrong = !(read >= 0 && read <= 5_000);
  return (
    <label>
      <span className={LABEL}>Hours spent</span>
      <input
        inputMode="decimal"
        value={hours}
        aria-invalid={wrong}
        onChange={(event) => setHours(event.target.value)}
        onBlur={() => !wrong && read !== value && onChange(read)}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
        className={INPUT}
      />
      {wrong && <span className="text-xs text-persimmon-text">0 to 5,000.</span>}
    </label>
  );
}

/** What was said about a piece, and something to say. */
export function Comments({
  comments,
  busy,
  onSay,
}: {
  comments: Schemas["PieceDetailOut"]["comments"];
  busy: boolean;
  onSay: (said: string) => void;
}) {
  const [said, setSaid] = useState("");
  return (
    <Block title={comments.length ? `Comments, ${comments.length}` : "Comments"}>
      <ul className="flex flex-col gap-2">
        {comments.map((comment) => (
          <li key={comment.id}>
            <span className="text-xs text-quiet">
              {comment.who}, {doneOn(comment.when)}
            </span>
            <p className="break-words whitespace-pre-wrap">{comment.said}</p>
          </li>
        ))}
      </ul>
      <form
        className="flex gap-2 pt-1"
        onSubmit={(event) => {
          event.preventDefault();
          if (!said.trim() || busy) return;
          onSay(said.trim());
          setSaid("");
        }}
      >
        <input
          aria-label="Say something about it"
          placeholder="Say something about it"
          maxLength={4_000}
          value={said}
          onChange={(event) => setSaid(event.target.value)}
          className={INPUT}
        />
        <Button type="submit" disabled={!said.trim() || busy}>
          Add comment
        </Button>
      </form>
    </Block>
  );
}
