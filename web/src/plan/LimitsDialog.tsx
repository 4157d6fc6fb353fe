import { type ReactNode, useState } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { INPUT } from "../parts/Field";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
import { Select } from "../parts/Select";
import { useSay } from "../parts/toasts";
import { useChange } from "../shared/useChange";
import { setLimits } from "./changes";
import { HORIZONS, type LimitFields, limitFields, readLimits } from "./limitsMath";
import type { Plan } from "./planMath";
import { useLimits } from "./queries";

const HEAD = "pt-4 pb-1 font-semibold";

/** What the plan keeps to besides the hours of a month; taken as one change. */
export function LimitsDialog({
  projectId,
  plan,
  onClose,
}: {
  projectId: number;
  plan: Plan;
  onClose: () => void;
}) {
  const found = useLimits(projectId);
  return (
    <Modal open onOpenChange={(open) => !open && onClose()} title="Planning limits">
      {found.error && <ProblemNote error={found.error} />}
      {found.data && <Form projectId={projectId} plan={plan} told={found.data} onClose={onClose} />}
    </Modal>
  );
}

function Form({
  projectId,
  plan,
  told,
  onClose,
}: {
  projectId: number;
  plan: Plan;
  told: Schemas["LimitsOut"];
  onClose: () => void;
}) {
  const [fields, setFields] = useState<LimitFields>(() => limitFields(told));
  const say = useSay();
  const save = useChange(projectId, (body: Schemas["LimitsIn"]) => setLimits(projectId, body), {
    done: () => {
      say("Saved. Schedule again to apply it.", { undo: true });
      onClose();
    },
  });
  const read = readLimits(fields);
  const person = (at: number, changed: Partial<LimitFields["people"][number]>) =>
    setFields({
      ...fields,
      people: fields.people.map((one, i) => (i === at ? { ...one, ...changed } : one)),
    });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (read.limits) save.mutate(read.limits);
      }}
    >
      <h3 className={HEAD}>Planning horizon</h3>
      <label className="flex items-center gap-2">
        <Select
          label="Months that are planned"
          value={String(fields.horizon)}
          onChange={(value) => setFields({ ...fields, horizon: Number(value) })}
          className={`${INPUT} !w-[72px]`}
        >
          {HORIZONS.map((months) => (
            <option key={months} value={String(months)}>
              {months}
            </option>
          ))}
        </Select>
        <span>months; worth is counted within them.</span>
      </label>
      <h3 className={HEAD}>Hours a month by owner</h3>
      <p className="pb-1 text-ink-2">
        A piece uses its owner's hours. Owners not listed have no limit of their own.
      </p>
      <ul className="flex flex-col gap-1">
        {fields.people.map((one, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a name may be empty or stand twice
          <li key={at} className="flex items-center gap-2">
            <input
              aria-label="Name"
              list="makers"
              maxLength={80}
              value={one.name}
              onChange={(event) => person(at, { name: event.target.value })}
              className={`${INPUT} min-w-0 flex-1`}
            />
            <input
              aria-label={`Hours a month of ${one.name || "this person"}`}
              inputMode="decimal"
              value={one.hours}
              onChange={(event) => person(at, { hours: event.target.value })}
              className={`${INPUT} !w-[72px] text-right`}
            />
            <Button
              look="bare"
              onClick={() =>
                setFields({ ...fields, people: fields.people.filter((_, i) => i !== at) })
              }
            >
              Remove the limit
            </Button>
          </li>
        ))}
      </ul>
      <datalist id="makers">
        {told.makers.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      <Button
        look="bare"
        onClick={() =>
          setFields({ ...fields, people: [...fields.people, { name: "", hours: "" }] })
        }
      >
        Add an owner
      </Button>
      <h3 className={HEAD}>Pieces of a kind a month, at most</h3>
      <div className="grid grid-cols-2 gap-x-5 gap-y-1">
        {plan.kinds.map((kind) => (
          <label key={kind.id} className="flex items-center justify-between gap-2">
            {kind.name}
            <input
              inputMode="numeric"
              placeholder="any"
              value={fields.kinds[kind.id] ?? ""}
              onChange={(event) =>
                setFields({
                  ...fields,
                  kinds: { ...fields.kinds, [kind.id]: event.target.value },
                })
              }
              className={`${INPUT} !w-[72px] text-right`}
            />
          </label>
        ))}
      </div>
      <h3 className={HEAD}>Location pages too alike</h3>
      <AtMost
        label="Location pages too alike"
        value={fields.alike}
        onChange={(alike) => setFields({ ...fields, alike })}
      >
        of each group that differs only in the town
      </AtMost>
      <h3 className={HEAD}>Location pages beside other pages</h3>
      <AtMost
        label="Location pages in % of the pages"
        value={fields.towns}
        onChange={(towns) => setFields({ ...fields, towns })}
      >
        % of an outlet's pages are for one town
      </AtMost>
      {read.wrong && <p className="pt-3 text-persimmon-text">{read.wrong}</p>}
      {save.error && <ProblemNote error={save.error} />}
      <div className="flex gap-2 pt-4">
        <Button type="submit" look="main" disabled={!read.limits || save.isPending}>
          Save limits
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </form>
  );
}

function AtMost({
  label,
  value,
  onChange,
  children,
}: {
  label: string;
  value: string;
  onChange: (typed: string) => void;
  children: ReactNode;
}) {
  return (
    <label className="flex items-center gap-2">
      <span>At most</span>
      <input
        aria-label={label}
        inputMode="numeric"
        placeholder="any"
        value={value}
        onChange={(event) => onChange(event.target.value)}
        className={`${INPUT} !w-[72px] text-right`}
      />
      <span>{children}</span>
    </label>
  );
}
