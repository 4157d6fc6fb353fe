import { INPUT } from "../parts/Field";
import { readNumber } from "../parts/numbers";
import { Select } from "../parts/Select";
import { CHANNELS, channelOf } from "../shared/channels";
import type { OutletDraft } from "./projectWords";
import { strengthWords } from "./strengthWords";

const LINE =
  "grid grid-cols-[1.4fr_112px_1.4fr_104px_72px] gap-2 max-[700px]:grid-cols-[1fr_112px_72px]";

/** What stands above outlets' lines, for the eye; each field is named by itself. */
export function OutletHeads() {
  return (
    <div aria-hidden="true" className={`${LINE} text-xs text-quiet max-[700px]:hidden`}>
      {["Name", "Channel", "URL", "Strength", "Ranks after (days)"].map((head) => (
        <span key={head}>{head}</span>
      ))}
    </div>
  );
}

/** One outlet in a line: name, channel, address, its strength there, days until its pieces show. */
export function OutletFields({
  draft,
  wrong,
  onChange,
}: {
  draft: OutletDraft;
  wrong?: string | undefined;
  onChange: (draft: OutletDraft) => void;
}) {
  const set = (patch: Partial<OutletDraft>) => onChange({ ...draft, ...patch });
  const known = channelOf(draft.channel);
  return (
    <div className="flex flex-col gap-1">
      <div className={LINE}>
        <input
          aria-label="Outlet's name"
          placeholder="Name"
          maxLength={120}
          value={draft.name}
          onChange={(event) => set({ name: event.target.value })}
          className={INPUT}
        />
        <Select
          label="Outlet's channel"
          value={draft.channel}
          onChange={(value) => set({ channel: value as OutletDraft["channel"] })}
          className={INPUT}
        >
          {CHANNELS.map((channel) => (
            <option key={channel.id} value={channel.id}>
              {channel.name}
            </option>
          ))}
        </Select>
        <input
          aria-label="Outlet URL"
          placeholder="https://"
          maxLength={300}
          value={draft.address}
          onChange={(event) => set({ address: event.target.value })}
          className={INPUT}
        />
        <input
          aria-label={known.standing_label}
          title={known.standing_label}
          placeholder={known.standing}
          inputMode="decimal"
          value={draft.standing}
          onChange={(event) => set({ standing: event.target.value })}
          className={INPUT}
        />
        <input
          aria-label="Days until a new piece ranks; leave empty for the default"
          title="Days until a new piece ranks; leave empty for the default"
          placeholder="days"
          inputMode="numeric"
          value={draft.days}
          onChange={(event) => set({ days: event.target.value })}
          className={INPUT}
        />
      </div>
      {draft.reason !== undefined && (
        <div className="flex items-center gap-2 text-xs text-quiet">
          <label className="flex items-center gap-2">
            A typical piece has
            <input
              inputMode="decimal"
              value={draft.pull ?? ""}
              placeholder="default"
              onChange={(event) => set({ pull: event.target.value })}
              className={`${INPUT} !w-[80px] text-right`}
            />
            {known.pull}
          </label>
          <label className="flex flex-1 items-center gap-2 pl-3">
            Source of this figure
            <input
              maxLength={300}
              value={draft.reason}
              placeholder="entered by hand"
              onChange={(event) => set({ reason: event.target.value })}
              className={`${INPUT} min-w-0 flex-1`}
            />
          </label>
        </div>
      )}
      {!wrong && draft.standing.trim() !== "" && (
        <p className="text-xs text-quiet">
          {draft.assumed && "Assumed, as no strength was entered: "}
          {strengthWords(draft.channel, readNumber(draft.standing) ?? 0)}. {known.where_to_find}
        </p>
      )}
      {wrong && (
        <p role="alert" className="text-xs text-persimmon-text">
          {wrong}
        </p>
      )}
    </div>
  );
}
