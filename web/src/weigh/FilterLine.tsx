import { Popover } from "radix-ui";
import { type RefObject, useEffect, useRef, useState } from "react";
import { Checkbox } from "../parts/Checkbox";
import { INPUT } from "../parts/Field";
import { Select } from "../parts/Select";
import { WordsField } from "../parts/WordsField";
import {
  capital,
  FEATURES,
  INTENTS,
  RANGES,
  rangeWords,
  type SheetAddress,
  type SheetSearch,
  STATES,
  VERDICTS,
} from "./filters";
import { RangeFields } from "./RangeFields";
import { FEATURE_NAMES } from "./resultWords";

type Change = (patch: SheetAddress) => void;
type Chip = { id: string; name: string; told: string; clear: SheetAddress; body: React.ReactNode };

const STATE_NAMES: Record<(typeof STATES)[number], string> = {
  in_play: "All active",
  open: "Undecided",
  kept: "Kept",
  shortlisted: "Shortlisted",
  parked: "Parked",
  dropped: "Rejected",
  left_out: "Excluded by a rule",
  all: "All",
};
const MARKS = [
  { id: "leads", short: "Hide variants", name: "Show only the leading variant" },
  { id: "local", short: "Local", name: "Local: searchers want something nearby" },
  { id: "waiting", short: "Not measured", name: "Not measured yet" },
  { id: "own", short: "Yours", name: "Yours: you already rank for it" },
] as const;
/** About what a chip takes, in pixels: how many fit decides how many stand outside "+ Filter". */
const CHIP = 128;
const USUAL = ["volume", "difficulty", "intent", "verdict"];

/** The filters in one line that never wraps; what does not fit stands under "+ Filter". */
export function FilterLine({
  search,
  onChange,
  wordsRef,
  told,
}: {
  search: SheetSearch;
  onChange: Change;
  wordsRef: RefObject<HTMLInputElement | null>;
  told: string;
}) {
  const line = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(4);
  useEffect(() => {
    if (!line.current) return;
    const watcher = new ResizeObserver(
      ([entry]) =>
        entry && setRoom(Math.max(1, Math.floor((entry.contentRect.width - 480) / CHIP))),
    );
    watcher.observe(line.current);
    return () => watcher.disconnect();
  }, []);
  const chips = chipsOf(search, onChange);
  const ranked = [...chips].sort((a, b) => rank(a) - rank(b));
  const outside = ranked.slice(0, room);
  const hidden = ranked.slice(room);
  const hiddenOn = hidden.filter((chip) => chip.told).length;
  return (
    <div
      ref={line}
      className="flex h-[30px] items-center gap-2 max-[700px]:h-auto max-[700px]:flex-wrap"
    >
      <WordsField slash value={search.q} onChange={(q) => onChange({ q })} inputRef={wordsRef} />
      {outside.map((chip) => (
        <ChipButton key={chip.id} chip={chip} onClear={() => onChange(chip.clear)} />
      ))}
      {hidden.length > 0 && (
        <Popover.Root>
          <Popover.Trigger
            className="h-[28px] rounded-md border border-dashed border-bar px-3
            whitespace-nowrap text-ink-2 hover:text-ink"
          >
            + Filter{hiddenOn ? ` (${hiddenOn} on)` : ""}
          </Popover.Trigger>
          <Panel name="More filters">
            {hidden.map((chip) => (
              <fieldset key={chip.id} className="border-b border-hairline pb-2 last:border-0">
                <legend className="pb-1 text-2xs font-semibold text-quiet">{chip.name}</legend>
                {chip.body}
              </fieldset>
            ))}
          </Panel>
        </Popover.Root>
      )}
      <span role="status" className="min-w-0 flex-1 truncate text-right text-ink-2">
        {told}
      </span>
    </div>
  );
}

const rank = (chip: Chip) =>
  (chip.told ? 0 : 10) + (USUAL.includes(chip.id) ? USUAL.indexOf(chip.id) : 9);

function ChipButton({ chip, onClear }: { chip: Chip; onClear: () => void }) {
  return (
    <span
      className={`flex h-[28px] shrink-0 items-center rounded-md border whitespace-nowrap
        ${chip.told ? "border-pine-line bg-pine-wash" : "border-hairline bg-sheet"}`}
    >
      <Popover.Root>
        <Popover.Trigger className="h-full rounded-md px-3 hover:text-ink">
          {chip.name}{" "}
          {chip.told && (
            <strong className="inline-block max-w-[120px] truncate align-bottom">
              {chip.told}
            </strong>
          )}
        </Popover.Trigger>
        <Panel name={chip.name}>{chip.body}</Panel>
      </Popover.Root>
      {chip.told && (
        <button
          type="button"
          aria-label={`Clear ${chip.name}`}
          onClick={onClear}
          className="h-full pr-2 text-quiet hover:text-ink"
        >
          ×
        </button>
      )}
    </span>
  );
}

function Panel({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <Popover.Portal>
      <Popover.Content
        aria-label={name}
        align="start"
        sideOffset={6}
        collisionPadding={12}
        className="z-40 flex max-h-[70vh] w-[272px] flex-col gap-2 overflow-auto rounded-lg border
          border-hairline bg-sheet p-3"
      >
        {children}
      </Popover.Content>
    </Popover.Portal>
  );
}

function chipsOf(search: SheetSearch, onChange: Change): Chip[] {
  const ranges = RANGES.map((range) => ({
    id: range.id,
    name: range.name,
    told: rangeWords(search, range),
    clear: { [`${range.id}_min`]: undefined, [`${range.id}_max`]: undefined },
    body: <RangeFields range={range} search={search} onChange={onChange} />,
  }));
  return [
    ...ranges,
    {
      id: "intent",
      name: "Intent",
      told: search.intent.map(capital).join(", "),
      clear: { intent: [] },
      body: (
        <Ticks
          all={INTENTS}
          on={search.intent}
          name={capital}
          onChange={(intent) => onChange({ intent })}
        />
      ),
    },
    {
      id: "verdict",
      name: "Verdict",
      told: search.verdict
        .map((verdict) => (verdict === "none" ? "Not weighed" : capital(verdict)))
        .join(", "),
      clear: { verdict: [] },
      body: (
        <Ticks
          all={VERDICTS}
          on={search.verdict}
          name={(verdict) => (verdict === "none" ? "Not weighed" : capital(verdict))}
          onChange={(verdict) => onChange({ verdict })}
        />
      ),
    },
    {
      id: "features",
      name: "Results-page features",
      told: search.features.map((feature) => FEATURE_NAMES[feature]).join(", "),
      clear: { features: [] },
      body: (
        <Ticks
          all={FEATURES}
          on={search.features}
          name={(feature) => capital(FEATURE_NAMES[feature])}
          onChange={(features) => onChange({ features })}
        />
      ),
    },
    {
      id: "state",
      name: "State",
      told: search.state === "in_play" ? "" : STATE_NAMES[search.state],
      clear: { state: "in_play" },
      body: (
        <Select
          label="Which keywords"
          value={search.state}
          onChange={(value) => onChange({ state: value as SheetSearch["state"] })}
          className={INPUT}
        >
          {STATES.map((state) => (
            <option key={state} value={state}>
              {STATE_NAMES[state]}
            </option>
          ))}
        </Select>
      ),
    },
    {
      id: "without",
      name: "Exclude words",
      told: search.without,
      clear: { without: "" },
      body: (
        <WordsField
          label="Without these words"
          placeholder="Words to exclude"
          width="100%"
          value={search.without}
          onChange={(without) => onChange({ without })}
        />
      ),
    },
    {
      id: "more",
      name: "Marks",
      told: MARKS.filter((mark) => search[mark.id])
        .map((mark) => mark.short)
        .join(", "),
      clear: { local: undefined, waiting: undefined, leads: undefined, own: undefined },
      body: (
        <Ticks
          all={MARKS.map((mark) => mark.id)}
          on={MARKS.map((mark) => mark.id).filter((id) => search[id])}
          name={(id) => MARKS.find((mark) => mark.id === id)?.name ?? id}
          onChange={(on) =>
            onChange(Object.fromEntries(MARKS.map(({ id }) => [id, on.includes(id) || undefined])))
          }
        />
      ),
    },
  ];
}

function Ticks<T extends string>({
  all,
  on,
  name,
  onChange,
}: {
  all: readonly T[];
  on: readonly T[];
  name: (value: T) => string;
  onChange: (on: T[]) => void;
}) {
  return (
    <div className="flex flex-col gap-1">
      {all.map((value) => (
        <label key={value} className="flex h-6 items-center gap-2">
          <Checkbox
            checked={on.includes(value)}
            onChange={(checked) =>
              onChange(checked ? [...on, value] : on.filter((other) => other !== value))
            }
          />
          {name(value)}
        </label>
      ))}
    </div>
  );
}
