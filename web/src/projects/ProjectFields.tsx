import { Choice } from "../parts/Choice";
import { Field, INPUT, LineField, TextField } from "../parts/Field";
import { readNumber } from "../parts/numbers";
import { FieldGroup } from "./FieldGroup";
import { LocaleFields } from "./LocaleFields";
import { CURRENCIES, type Fields } from "./projectWords";
import { ThresholdEffect } from "./ThresholdEffect";
import { ThresholdFields } from "./ThresholdFields";

const VALUES = [
  ["transactional", "Ready to buy"],
  ["commercial", "Comparing options"],
  ["informational", "Looking for information"],
  ["any", "All other visitors"],
] as const;

/** Who is asking: what the project is about, where, with how many hours, which brand words are
 * whose. */
export function ProjectFields({
  projectId,
  fields,
  errors,
  onChange,
}: {
  projectId: number;
  fields: Fields;
  errors: Record<string, string>;
  onChange: (fields: Fields) => void;
}) {
  const set = <K extends keyof Fields>(name: K, value: Fields[K]) =>
    onChange({ ...fields, [name]: value });
  return (
    <div className="flex flex-col gap-6">
      <FieldGroup
        title="The project"
        changes="Keywords on this topic are worth more; off-topic ones are never planned automatically."
      >
        <LineField
          label="Name"
          error={errors.name}
          maxLength={120}
          value={fields.name}
          onText={(text) => set("name", text)}
        />
        <TextField
          label="What it is about"
          error={errors.about}
          hint="What you sell, teach or write about, in a sentence or two."
          rows={2}
          maxLength={2000}
          value={fields.about}
          onText={(text) => set("about", text)}
        />
      </FieldGroup>
      <FieldGroup
        title="Where"
        changes="Figures are for this country and language. A keyword that names a place counts as local."
      >
        <div className="grid grid-cols-2 gap-3">
          <LocaleFields
            country={fields.country}
            language={fields.language}
            errors={errors}
            onChange={(changed) =>
              onChange({
                ...fields,
                ...changed,
                ...(changed.country && { currency: CURRENCIES[changed.country] ?? "€" }),
              })
            }
          />
        </div>
        <LineField
          label="Places you serve"
          hint="Towns or regions; leave empty if you serve everywhere."
          value={fields.places}
          onText={(text) => set("places", text)}
        />
      </FieldGroup>
      <FieldGroup
        title="Hours and money"
        changes="The plan is limited to your hours. The value of a visitor is used to work out worth."
      >
        <div className="grid grid-cols-3 gap-3 max-[700px]:grid-cols-2">
          <LineField
            label="Hours a month"
            error={errors.hours_a_month}
            type="number"
            min={0}
            max={744}
            step="any"
            value={fields.hours_a_month}
            onText={(text) => set("hours_a_month", Number(text))}
          />
          <LineField
            label="Currency"
            error={errors.currency}
            maxLength={3}
            value={fields.currency}
            onText={(text) => set("currency", text)}
          />
          <Field
            label={`Hourly cost, in ${fields.currency}`}
            hint="The plan shows whether it covers this cost."
            error={errors.hour_value}
          >
            {(told) => (
              <input
                {...told}
                inputMode="decimal"
                defaultValue={fields.hour_value}
                onBlur={(event) => set("hour_value", readNumber(event.target.value) ?? Number.NaN)}
                className={INPUT}
              />
            )}
          </Field>
        </div>
        <div>
          <div className="pb-1">What a visitor is worth to you, in {fields.currency}</div>
          <div className="grid grid-cols-4 gap-3 max-[700px]:grid-cols-2">
            {VALUES.map(([intent, name]) => (
              <LineField
                key={intent}
                label={name}
                error={errors[`click_${intent}`]}
                inputMode="decimal"
                placeholder="half the CPC"
                value={fields.click_values[intent] ?? ""}
                onText={(text) => set("click_values", { ...fields.click_values, [intent]: text })}
              />
            ))}
          </div>
        </div>
      </FieldGroup>
      <FieldGroup title="Verdict thresholds" changes="Every verdict is based on these numbers.">
        <ThresholdFields fields={fields} onChange={onChange} />
        <ThresholdEffect
          projectId={projectId}
          wanted={{ preset: fields.preset, thresholds: fields.thresholds }}
        />
      </FieldGroup>
      <FieldGroup
        title="Brand words"
        changes="Keywords with a competitor's brand are excluded; keywords with yours count as brand searches."
      >
        <div className="grid grid-cols-2 gap-3">
          <LineField
            label="Your brand words"
            hint="Separated by commas."
            value={fields.own_brands}
            onText={(text) => set("own_brands", text)}
          />
          <LineField
            label="Competitors' brand words"
            hint="Excluded when keywords are gathered."
            value={fields.rival_brands}
            onText={(text) => set("rival_brands", text)}
          />
        </div>
      </FieldGroup>
      <FieldGroup
        title="Where figures come from"
        changes="Which sources are used, and whose figures count."
      >
        <Choice
          label="Where figures come from"
          value={fields.figures_from}
          onChange={(from) => set("figures_from", from)}
          options={[
            {
              id: "practice",
              name: "Practice figures as well as my own",
              about: "Simulated sources are used; their figures are marked as practice.",
            },
            {
              id: "files",
              name: "My own files only",
              about:
                "Practice sources are not used. Chances are based on your positions, the difficulty in your files or your own estimate; otherwise they are estimated from searches, bids and wording.",
            },
          ]}
        />
      </FieldGroup>
    </div>
  );
}
