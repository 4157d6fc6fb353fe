import { Button } from "../../parts/Button";
import { INPUT } from "../../parts/Field";
import { readNumber } from "../../parts/numbers";
import { Select } from "../../parts/Select";
import { CHANNELS, channelOf } from "../../shared/channels";
import { strengthWords } from "../strengthWords";
import { type Draft, type OutletPlace, wrongOutlet } from "./draft";

/** Where one publishes, each with its strength: chosen by what it is like, or as a number. */
export function PublishStep({
  outlets,
  tried,
  onChange,
}: {
  outlets: Draft["outlets"];
  tried: boolean;
  onChange: (outlets: OutletPlace[]) => void;
}) {
  const lines = outlets ?? [];
  const set = (at: number, changed: Partial<OutletPlace>) =>
    onChange(lines.map((line, i) => (i === at ? { ...line, ...changed } : line)));
  return (
    <div className="flex flex-col gap-3">
      {lines.map((outlet, i) => {
        const known = channelOf(outlet.channel);
        const standing = readNumber(outlet.standing);
        const wrong = tried && (outlet.name || outlet.standing) ? wrongOutlet(outlet) : "";
        return (
          <fieldset
            // biome-ignore lint/suspicious/noArrayIndexKey: only its place tells a line apart
            key={i}
            className="grid grid-cols-[130px_1fr] gap-x-3 gap-y-2 rounded-md border border-hairline
              p-3"
          >
            <legend className="sr-only">Outlet {i + 1}</legend>
            <Select
              label="Kind of outlet"
              value={outlet.channel}
              onChange={(value) =>
                set(i, { channel: value as OutletPlace["channel"], standing: "" })
              }
            >
              {CHANNELS.map((channel) => (
                <option key={channel.id} value={channel.id}>
                  {channel.outlet}
                </option>
              ))}
            </Select>
            <input
              aria-label="Name or URL"
              placeholder={known.outlet_hint}
              maxLength={120}
              value={outlet.name}
              onChange={(event) => set(i, { name: event.target.value })}
              className={INPUT}
            />
            <span className="pt-1 text-ink-2">Strength</span>
            <span className="flex gap-3">
              <Select
                label="How strong it is"
                value={
                  known.levels.some((level) => level.standing === standing) ? String(standing) : ""
                }
                onChange={(value) => set(i, { standing: value })}
                className={`${INPUT} flex-1`}
              >
                <option value="">comparable with …</option>
                {known.levels.map((level) => (
                  <option key={level.standing} value={String(level.standing)}>
                    comparable with {level.words}
                  </option>
                ))}
              </Select>
              <input
                aria-label={`${known.standing}, if you know it`}
                placeholder={known.standing}
                inputMode="decimal"
                value={outlet.standing}
                onChange={(event) => set(i, { standing: event.target.value })}
                className={`${INPUT} !w-[110px]`}
              />
            </span>
            <p className="col-start-2 text-xs text-quiet">
              {wrong ? (
                <span role="alert" className="text-persimmon-text">
                  {wrong}
                </span>
              ) : (
                <>
                  {standing === null
                    ? "Left empty, a beginner's strength is assumed."
                    : `That is ${strengthWords(outlet.channel, standing)}. `}
                  {known.where_to_find}
                </>
              )}
            </p>
          </fieldset>
        );
      })}
      <div>
        <Button
          look="bare"
          onClick={() => onChange([...lines, { channel: "video", name: "", standing: "" }])}
        >
          Add another outlet
        </Button>
      </div>
    </div>
  );
}
