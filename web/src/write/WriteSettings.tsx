import { useState } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { Checkbox } from "../parts/Checkbox";
import { INPUT } from "../parts/Field";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
import { Select } from "../parts/Select";
import { type Form, formOf, usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { setOutletLimits, setRulesOff } from "./changes";
import { useWriteSettings } from "./queries";

type OutletLimits = Schemas["OutletLimitsOut"];
type Limit = Schemas["LimitOut"];

/** What writing keeps to: the limits of each outlet, the rules of the checklist. */
export function WriteSettings({
  onClose,
  outlet,
}: {
  onClose: () => void;
  outlet?: number | null | undefined;
}) {
  const { projectId } = usePlace();
  const settings = useWriteSettings(projectId);
  const [shown, setShown] = useState<number | undefined>(outlet ?? undefined);
  const limits = useChange(projectId, (body: Schemas["OutletLimitsIn"]) =>
    setOutletLimits(projectId, body),
  );
  const rules = useChange(projectId, (off: string[]) => setRulesOff(projectId, off));
  const told = settings.data;
  const here = told?.outlets.find((one) => one.outlet_id === shown) ?? told?.outlets[0];
  const off = told?.rules.filter((rule) => rule.off).map((rule) => rule.id) ?? [];
  const error = settings.error ?? limits.error ?? rules.error;
  return (
    <Modal open onOpenChange={(open) => !open && onClose()} title="Limits and checks" wide>
      {error && <ProblemNote error={error} />}
      {told && (
        <div className="grid grid-cols-2 gap-6">
          <section aria-label="Limits of fields">
            <h3 className="pb-2 font-semibold">Field limits</h3>
            {!here && <p className="text-ink-2">No outlet yet. Add one in settings.</p>}
            {here && (
              <>
                <Select
                  label="Outlet"
                  value={here.outlet_id}
                  onChange={(id) => setShown(Number(id))}
                  className={INPUT}
                >
                  {told.outlets.map((one) => (
                    <option key={one.outlet_id} value={one.outlet_id}>
                      {one.outlet}
                    </option>
                  ))}
                </Select>
                <OutletForm
                  key={`${here.outlet_id} ${here.profile}`}
                  outlet={here}
                  onSave={(body) => limits.mutate(body)}
                />
              </>
            )}
          </section>
          <section aria-label="Checks">
            <h3 className="pb-2 font-semibold">Checks</h3>
            <ul className="max-h-[56vh] overflow-auto">
              {told.rules.map((rule) => (
                <li key={rule.id}>
                  <label className="flex items-start gap-2 py-[3px]">
                    <Checkbox
                      label={rule.text}
                      checked={!rule.off}
                      onChange={(on) =>
                        rules.mutate(on ? off.filter((id) => id !== rule.id) : [...off, rule.id])
                      }
                    />
                    <span>
                      {rule.text}
                      {rule.forms.length < 3 && (
                        <span className="text-quiet"> {formsWords(rule.forms)}</span>
                      )}
                    </span>
                  </label>
                </li>
              ))}
            </ul>
            <p className="pt-2 text-xs text-quiet">Checks that are off do not count.</p>
          </section>
        </div>
      )}
    </Modal>
  );
}

const formsWords = (forms: readonly Form[]) =>
  `(${forms.map((form) => formOf(form).many).join(", ")})`;

function OutletForm({
  outlet,
  onSave,
}: {
  outlet: OutletLimits;
  onSave: (body: Schemas["OutletLimitsIn"]) => void;
}) {
  const profile = outlet.profiles.find((one) => one.id === outlet.profile) ?? outlet.profiles[0];
  const [own, setOwn] = useState<Record<string, string>>({});
  if (!profile) return null;
  const value = (limit: Limit) => own[limit.id] ?? String(limit.most);
  const changed = profile.limits.some((limit) => value(limit) !== String(limit.most));
  const wrong = profile.limits.find((limit) => !(Number(value(limit)) >= 1));
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        onSave({
          outlet_id: outlet.outlet_id,
          profile: profile.id,
          own: Object.fromEntries(profile.limits.map((limit) => [limit.id, Number(value(limit))])),
        });
      }}
    >
      {outlet.profiles.length > 1 && (
        <div className="pt-2">
          <Select
            label="Kind of limits"
            value={profile.id}
            onChange={(id) => onSave({ outlet_id: outlet.outlet_id, profile: id, own: {} })}
            className={INPUT}
          >
            {outlet.profiles.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </Select>
        </div>
      )}
      <ul className="pt-2">
        {profile.limits.map((limit) => (
          <li key={limit.id}>
            <label className="grid grid-cols-[1fr_84px_110px] items-center gap-2 py-[2px]">
              <span>{limitName(limit)}</span>
              <input
                inputMode="numeric"
                value={value(limit)}
                onChange={(event) => setOwn({ ...own, [limit.id]: event.target.value })}
                className={`${INPUT} !h-[26px] text-right tabular-nums`}
              />
              <span className="text-xs text-quiet">
                {limit.of === "items" ? "items" : limit.unit}
                {limit.most !== limit.usual && `, usually ${limit.usual}`}
              </span>
            </label>
          </li>
        ))}
      </ul>
      {wrong && (
        <p role="alert" className="text-xs text-persimmon-text">
          {limitName(wrong)}: a number from 1 on.
        </p>
      )}
      <div className="flex gap-2 pt-2">
        <Button type="submit" look="main" disabled={!changed || !!wrong}>
          Save these limits
        </Button>
        {profile.limits.some((limit) => limit.most !== limit.usual) && (
          <Button
            onClick={() => {
              setOwn({});
              onSave({ outlet_id: outlet.outlet_id, profile: profile.id, own: {} });
            }}
          >
            Reset to defaults
          </Button>
        )}
      </div>
    </form>
  );
}

const KINDS = { most: "", best: ", best within", seen: ", seen at first" } as const;
const OF = { whole: "", each: ", each", items: ", how many" } as const;
const limitName = (limit: Limit): string => `${limit.name}${OF[limit.of]}${KINDS[limit.kind]}`;
