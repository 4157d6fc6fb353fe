import { LineField } from "../../parts/Field";
import { money } from "../../parts/format";
import { Select } from "../../parts/Select";
import { CURRENCIES } from "../projectWords";
import { type Draft, visitorWorth, wrongWorth } from "./draft";

/** What a sale brings and how many of 100 visitors buy or ask, as trades differ; examples to begin
 * with, not figures of anybody. */
const EXAMPLES: readonly { trade: string; sale: string; ofHundred: string }[] = [
  { trade: "a blog or channel with ads", sale: "2", ofHundred: "1" },
  { trade: "a small shop", sale: "12", ofHundred: "2" },
  { trade: "handmade goods on a marketplace", sale: "8", ofHundred: "3" },
  { trade: "a course or club", sale: "60", ofHundred: "1" },
  { trade: "a local trade, such as repairs or cleaning", sale: "120", ofHundred: "4" },
  { trade: "weddings and events", sale: "400", ofHundred: "2" },
  { trade: "services for companies", sale: "1500", ofHundred: "0.5" },
];

/** What a visitor and an hour are worth: what every verdict in money is measured by. */
export function WorthStep({
  draft,
  tried,
  onChange,
}: {
  draft: Draft;
  tried: boolean;
  onChange: (changed: Partial<Draft>) => void;
}) {
  const currency = CURRENCIES[draft.country] ?? "€";
  const worth = visitorWorth(draft);
  const wrong = tried ? wrongWorth(draft) : "";
  const example = EXAMPLES.find(
    ({ sale, ofHundred }) => sale === draft.sale && ofHundred === draft.ofHundred,
  );
  return (
    <>
      <Select
        label="Start from an example"
        value={example?.trade ?? ""}
        onChange={(trade) => {
          const chosen = EXAMPLES.find((each) => each.trade === trade);
          if (chosen) onChange({ sale: chosen.sale, ofHundred: chosen.ofHundred });
        }}
      >
        <option value="">Start from an example …</option>
        {EXAMPLES.map(({ trade }) => (
          <option key={trade} value={trade}>
            {trade}
          </option>
        ))}
      </Select>
      <div className="grid grid-cols-3 gap-3 max-[700px]:grid-cols-1">
        <LineField
          label={`A sale or job earns, in ${currency}`}
          hint="What you keep of it, without costs."
          inputMode="decimal"
          value={draft.sale}
          onText={(sale) => onChange({ sale })}
        />
        <LineField
          label="Sales or jobs per 100 visitors"
          hint="0.5 means one in 200."
          inputMode="decimal"
          value={draft.ofHundred}
          onText={(ofHundred) => onChange({ ofHundred })}
        />
        <LineField
          label={`An hour of your work costs, in ${currency}`}
          hint={`Left empty, ${currency}10 is assumed.`}
          inputMode="decimal"
          value={draft.hour}
          onText={(hour) => onChange({ hour })}
        />
      </div>
      <p
        className={wrong ? "text-persimmon-text" : "text-ink-2"}
        role={wrong ? "alert" : undefined}
      >
        {wrong ||
          (worth === null
            ? "Left empty, a visitor is assumed to be worth half of what advertisers pay for a click, where that is known."
            : `A visitor is worth about ${money(worth, currency)} to you.`)}
      </p>
    </>
  );
}
