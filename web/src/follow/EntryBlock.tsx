import { useState } from "react";
import { Button } from "../parts/Button";
import { count, day } from "../parts/format";
import { Help } from "../parts/Help";
import { usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { changeEntry, removeEntry } from "./changes";
import { longDay } from "./days";
import { VERDICTS, WHAT } from "./followWords";
import type { Entry, Judged } from "./queries";

const BY_HAND = ["pictures", "price", "links", "engine", "other"];
const TONES = { good: "text-pine", bad: "text-persimmon-text", none: "text-ink-2" } as const;

/** An entry of the diary: what changed, why, and what came of it. */
export function EntryBlock({
  entry,
  label,
  today,
  heading,
  under = 3,
}: {
  entry: Entry;
  label?: string | undefined;
  today: string;
  heading?: React.ReactNode;
  /** The level of its heading. */
  under?: 2 | 3;
}) {
  const Heading = under === 2 ? "h2" : "h3";
  const { projectId } = usePlace();
  const [open, setOpen] = useState(false);
  const look = useChange(projectId, (looked_back: boolean) =>
    changeEntry(projectId, entry.id, { looked_back }),
  );
  const remove = useChange(projectId, () => removeEntry(projectId, entry.id));
  const due = entry.check_back !== null && entry.looked_back === null && entry.check_back <= today;
  const verdict = entry.judged && VERDICTS[entry.judged.why];
  return (
    <article className="border-t border-hairline py-3 first:border-t-0">
      <Heading className="flex items-baseline gap-2 font-sans text-base font-semibold">
        {label && <span className="text-persimmon-text">{label}</span>}
        <span className="min-w-0 flex-1 truncate">{heading ?? whatWords(entry)}</span>
        <span className="text-xs font-normal whitespace-nowrap text-quiet">{day(entry.day)}</span>
      </Heading>
      {heading && <p className="text-ink-2">{whatWords(entry)}</p>}
      {entry.reason && <p className="text-ink-2">{entry.reason}</p>}
      {entry.judged && verdict && (
        <p className="pt-1">
          <b className={TONES[verdict.tone]}>
            <span aria-hidden="true">{verdict.mark} </span>
            {verdict.words}.
          </b>{" "}
          {entry.judged.sentence}
        </p>
      )}
      {entry.note && <p className="pt-1 text-xs whitespace-pre-wrap text-ink-2">{entry.note}</p>}
      <div className="flex flex-wrap items-center gap-1 pt-1">
        {due && (
          <Button disabled={look.isPending} onClick={() => look.mutate(true)}>
            Mark as reviewed
          </Button>
        )}
        {!due && entry.check_back && (
          <span className="text-xs text-quiet">
            {entry.looked_back
              ? `reviewed on ${longDay(entry.looked_back)}`
              : `review on ${longDay(entry.check_back)}`}
          </span>
        )}
        {(entry.changes.length > 0 || entry.judged?.windows.length) && (
          <Button look="bare" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? "Show less" : "Show more"}
          </Button>
        )}
        {BY_HAND.includes(entry.what) && (
          <Button look="bare" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
            Delete this note
          </Button>
        )}
      </div>
      {open && (
        <div className="pt-1 text-xs">
          {entry.changes.map((change) => (
            <div key={change.field} className="border-l-2 border-hairline py-[2px] pl-2">
              <b>{change.name}</b>
              <p className="whitespace-pre-wrap text-quiet line-through">
                {change.before || "(empty)"}
              </p>
              <p className="whitespace-pre-wrap">{change.after || "(empty)"}</p>
            </div>
          ))}
          {entry.judged && <JudgedFigures judged={entry.judged} />}
        </div>
      )}
    </article>
  );
}

function whatWords(entry: Entry): string {
  if (entry.what !== "fields") return WHAT[entry.what];
  const names = entry.changes.map((change) => change.name.toLowerCase());
  return `Changed: ${names.join(", ")}`;
}

function JudgedFigures({ judged }: { judged: Judged }) {
  const [before, after] = judged.windows;
  if (!before || !after) return null;
  const rows: [string, string][] = [
    ["Before", `${day(before[0] ?? "")} to ${day(before[1] ?? "")}`],
    ["After", `${day(after[0] ?? "")} to ${day(after[1] ?? "")}`],
    ["Sign test", oddsWords(judged.sign)],
  ];
  if (judged.effect !== null && judged.low !== null && judged.high !== null)
    rows.push([
      "Compared with unchanged pieces",
      `${stepWords(judged.effect)} (from ${stepWords(judged.low)} to ${stepWords(judged.high)}, 95%)`,
    ]);
  if (judged.doubt !== null) rows.push(["By chance alone", oddsWords(judged.doubt)]);
  if (judged.visible_before !== null && judged.visible_after !== null) {
    const low = signed(judged.visible_low ?? 0);
    const high = signed(judged.visible_high ?? 0);
    rows.push([
      "Visible searches",
      `${count(judged.visible_before)} then, ${count(judged.visible_after)} now ` +
        `(${low} to ${high}, 80%)`,
    ]);
  }
  if (judged.control_share !== null)
    rows.push([
      `${judged.controls} unchanged pieces`,
      `${judged.control_share >= 0 ? "+" : "−"}${Math.abs(Math.round(100 * judged.control_share))}%`,
    ]);
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-3 pt-2">
      {rows.map(([name, value]) => (
        <div key={name} className="contents">
          <dt className="text-quiet">
            {FIGURES[name] ? <Help figure={FIGURES[name]}>{name}</Help> : name}
          </dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}

/** Lines whose figure has a help text. */
const FIGURES: Readonly<Record<string, string>> = {
  "Sign test": "sign_test",
  "Compared with unchanged pieces": "before_after",
  "Visible searches": "visible",
};

/** A step in ln of the place as a share of the distance from the top: "31% nearer". */
function stepWords(step: number): string {
  const share = Math.round(100 * Math.abs(1 - Math.exp(-step)));
  return share === 0 ? "none" : `${share}% ${step > 0 ? "nearer the top" : "further down"}`;
}

function oddsWords(odds: number): string {
  if (odds >= 0.5) return "as likely as not, or more";
  if (odds < 0.001) return "less than once in a thousand times";
  return `about once in ${count(1 / odds)} times`;
}

const signed = (value: number) => `${value < 0 ? "−" : "+"}${count(Math.abs(value))}`;
