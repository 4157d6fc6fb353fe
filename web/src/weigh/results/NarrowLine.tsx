import { useState } from "react";
import { Checkbox } from "../../parts/Checkbox";
import { INPUT } from "../../parts/Field";
import { readNumber } from "../../parts/numbers";
import { Select } from "../../parts/Select";
import type { ResultsSearch } from "./search";
import type { PageTold } from "./words";

const SMALL = "h-[28px] rounded-md border border-bar bg-sheet px-2";

/** Which listings one is up against: material, category, price, words, one's own shop. Everything
 * is worked out again from what was read. */
export function NarrowLine({
  told,
  search,
  onChange,
}: {
  told: PageTold;
  search: ResultsSearch;
  onChange: (changed: Partial<ResultsSearch>) => void;
}) {
  const choices = told.choices;
  if (!choices) return null;
  return (
    <fieldset className="flex flex-wrap items-center gap-2 text-xs">
      <legend className="sr-only">Filter listings</legend>
      <span className="text-quiet">Only listings that match</span>
      <Select
        label="Material"
        className={SMALL}
        value={search.material}
        onChange={(material) => onChange({ material })}
      >
        <option value="">of any material</option>
        {choices.materials.map((name) => (
          <option key={name} value={name}>
            of {name}
          </option>
        ))}
      </Select>
      <Select
        label="Category"
        className={SMALL}
        value={search.category}
        onChange={(category) => onChange({ category })}
      >
        <option value="">in any category</option>
        {choices.categories.map((name) => (
          <option key={name} value={name}>
            in {name}
          </option>
        ))}
      </Select>
      <Typed
        label="Price from"
        value={search.price_from?.toString() ?? ""}
        width="!w-[64px]"
        onDone={(text) => onChange({ price_from: readNumber(text) ?? undefined })}
      />
      <Typed
        label="to"
        value={search.price_to?.toString() ?? ""}
        width="!w-[64px]"
        onDone={(text) => onChange({ price_to: readNumber(text) ?? undefined })}
      />
      <Typed
        label="without the words"
        value={search.without}
        width="!w-[150px]"
        onDone={(without) => onChange({ without })}
      />
      <label className="flex items-center gap-1">
        <Checkbox
          checked={search.without_own}
          onChange={(without_own) => onChange({ without_own })}
        />
        without your own shop
      </label>
      {told.hidden > 0 && <span className="text-quiet">{told.hidden} hidden</span>}
    </fieldset>
  );
}

function Typed({
  label,
  value,
  width,
  onDone,
}: {
  label: string;
  value: string;
  width: string;
  onDone: (text: string) => void;
}) {
  const [text, setText] = useState(value);
  const [seen, setSeen] = useState(value);
  if (value !== seen) {
    setSeen(value);
    setText(value);
  }
  return (
    <label className="flex items-center gap-1 whitespace-nowrap">
      {label}
      <input
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => text !== value && onDone(text.trim())}
        onKeyDown={(event) => event.key === "Enter" && onDone(text.trim())}
        className={`${INPUT} !h-[28px] ${width}`}
      />
    </label>
  );
}
