import { useState } from "react";
import type { Schemas } from "../../api/client";
import { Button } from "../../parts/Button";
import { INPUT } from "../../parts/Field";
import { plural } from "../../parts/format";
import { ProblemNote } from "../../parts/ProblemNote";
import { Select } from "../../parts/Select";
import { useSay } from "../../parts/toasts";
import { useSettled } from "../../parts/useSettled";
import { LANGUAGES, languageName } from "../../shared/locales";
import { useChange } from "../../shared/useChange";
import { addRule } from "../changes";
import { useTriedRule } from "../queries";

type Kind = Schemas["RuleIn"]["kind"];

/** A new rule: its kind and value, and how many undecided keywords it would leave out, before it
 * does. */
export function RuleForm({
  projectId,
  language,
  kinds,
}: {
  projectId: number;
  language: string;
  kinds: readonly Schemas["RuleKindOut"][];
}) {
  const [kind, setKind] = useState<Kind>("word");
  const [value, setValue] = useState("");
  const say = useSay();
  const rule = { kind, value };
  const tried = useTriedRule(projectId, useSettled(rule, 250));
  const add = useChange(projectId, () => addRule(projectId, rule), {
    done: () => {
      say(`“${value.trim()}” is excluded.`, { undo: true });
      setValue("");
    },
  });
  const told = kinds.find((known) => known.id === kind);
  const hit = value.trim() ? tried.data : undefined;
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (value.trim() && !add.isPending) add.mutate(undefined);
      }}
    >
      <h2 id="new-rule" className="text-base">
        Exclude
      </h2>
      <div className="flex flex-wrap gap-2 min-[700px]:flex-nowrap">
        <Select
          label="Kind of rule"
          value={kind}
          onChange={(value) => {
            setKind(value as Kind);
            setValue(value === "language" ? language : "");
            add.reset();
          }}
          className={`${INPUT} !w-[170px] shrink-0`}
        >
          {kinds.map((kind) => (
            <option key={kind.id} value={kind.id}>
              {kind.name}
            </option>
          ))}
        </Select>
        {kind === "language" ? (
          <Select
            label="Language"
            value={value}
            onChange={(value) => setValue(value)}
            className={INPUT}
          >
            {LANGUAGES.map((language) => (
              <option key={language} value={language}>
                {languageName(language)}
              </option>
            ))}
          </Select>
        ) : (
          <input
            aria-label="What to exclude"
            placeholder={told?.value}
            maxLength={200}
            value={value}
            onChange={(event) => {
              setValue(event.target.value);
              add.reset();
            }}
            className={INPUT}
          />
        )}
        <Button type="submit" look="main" disabled={!value.trim() || add.isPending}>
          {hit ? `Exclude ${plural(hit.count, "keyword")}` : "Exclude keywords"}
        </Button>
      </div>
      {add.error ? (
        <ProblemNote error={add.error} />
      ) : (
        <p role="status" className="min-h-[34px] text-xs text-ink-2">
          {value.trim() && tried.error
            ? tried.error.message
            : hit
              ? hit.count
                ? `${plural(hit.count, "undecided keyword")}, such as ` +
                  `${hit.examples.slice(0, 4).join(", ")}.`
                : "No undecided keyword matches yet; the rule applies to new ones."
              : told?.about}
        </p>
      )}
    </form>
  );
}
