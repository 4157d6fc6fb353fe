import type { Schemas } from "../../api/client";
import { Help } from "../../parts/Help";
import { Select } from "../../parts/Select";
import { GROUPS, type WayId } from "../../parts/wayWords";
import { LANGUAGES, languageName } from "../../shared/locales";
import { type Run, toggled } from "./run";

const SMALL = "h-[24px] rounded-md border border-bar bg-sheet px-1 text-xs";

/** The ways in, by where they ask: each on or off, with its price, and how far it goes. */
export function WaysBoard({
  ways,
  language,
  run,
  onRun,
}: {
  ways: readonly Schemas["WayOut"][];
  language: string;
  run: Run;
  onRun: (run: Run) => void;
}) {
  const set = (changed: Partial<Run["options"]>) =>
    onRun({ ...run, options: { ...run.options, ...changed } });
  const on = (id: WayId) => run.ways.includes(id);
  return (
    <div className="grid grid-cols-[76px_minmax(0,1fr)] gap-x-3 gap-y-[6px]">
      {GROUPS.map((group) => (
        <div key={group.id} role="group" aria-label={group.name} className="contents">
          <span className="flex h-[26px] items-center text-2xs font-semibold text-quiet">
            {group.name}
          </span>
          <div className="flex min-w-0 flex-wrap items-center gap-x-[6px] gap-y-[6px]">
            {group.ways.map((id) => {
              const way = ways.find((way) => way.id === id);
              return (
                way && (
                  <WayToggle
                    key={id}
                    way={way}
                    on={on(id)}
                    onToggle={() => onRun({ ...run, ways: toggled(run.ways, id) })}
                  />
                )
              );
            })}
            {group.id === "box" && group.ways.some(on) && (
              <Steps
                label="Depth"
                value={run.options.depth}
                onChange={(depth) => set({ depth })}
                help={HELP.depth}
              />
            )}
            {group.id === "other" && <ElsewhereOptions language={language} run={run} set={set} />}
          </div>
        </div>
      ))}
    </div>
  );
}

/** How far the ways of other sources go, for those that are on. */
function ElsewhereOptions({
  language,
  run,
  set,
}: {
  language: string;
  run: Run;
  set: (changed: Partial<Run["options"]>) => void;
}) {
  const on = (id: WayId) => run.ways.includes(id);
  return (
    <>
      {on("related") && (
        <Steps
          label="Depth"
          value={run.options.steps}
          onChange={(steps) => set({ steps })}
          help={HELP.steps}
        />
      )}
      {on("fields") && (
        <label className="flex items-center gap-1 text-xs text-ink-2">
          Tags from the top
          <Select
            value={run.options.results}
            onChange={(value) => set({ results: Number(value) })}
            className={SMALL}
          >
            {[3, 5, 8, 10, 15, 20].map((n) => (
              <option key={n}>{n}</option>
            ))}
          </Select>
        </label>
      )}
      {on("language") && (
        <Select
          label="Target language"
          value={run.options.into}
          onChange={(value) => set({ into: value as Run["options"]["into"] })}
          className={SMALL}
        >
          <option value="">into …</option>
          {LANGUAGES.filter((offered) => offered !== language).map((language) => (
            <option key={language} value={language}>
              into {languageName(language)}
            </option>
          ))}
        </Select>
      )}
    </>
  );
}

const HELP = {
  depth: "2 also searches every phrase found in the first round.",
  steps:
    "2 also fetches the results pages of the questions and related searches found, at 2 lookups each.",
};

function WayToggle({
  way,
  on,
  onToggle,
}: {
  way: Schemas["WayOut"];
  on: boolean;
  onToggle: () => void;
}) {
  return (
    <Help figure="" title={way.name} text={`${way.about} Source: ${way.source}.`} focusable={false}>
      <button
        type="button"
        aria-pressed={on}
        onClick={onToggle}
        className="flex h-[26px] items-center gap-[6px] rounded-md border border-hairline px-[9px]
          whitespace-nowrap text-ink-2 hover:border-quiet aria-pressed:border-pine-line
          aria-pressed:bg-pine-wash aria-pressed:font-semibold aria-pressed:text-ink"
      >
        {way.name}
        {way.price > 0 && <span className="text-2xs font-normal text-quiet">{way.price}</span>}
      </button>
    </Help>
  );
}

function Steps({
  label,
  value,
  onChange,
  help,
}: {
  label: string;
  value: number;
  onChange: (value: number) => void;
  help: string;
}) {
  return (
    <label className="flex items-center gap-1 text-xs text-ink-2">
      <Help figure="" title={label} text={help} focusable={false}>
        {label}
      </Help>
      <Select value={value} onChange={(value) => onChange(Number(value))} className={SMALL}>
        {[1, 2, 3].map((n) => (
          <option key={n}>{n}</option>
        ))}
      </Select>
    </label>
  );
}
