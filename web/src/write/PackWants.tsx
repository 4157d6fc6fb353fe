import { Checkbox } from "../parts/Checkbox";
import { INPUT } from "../parts/Field";
import { Select } from "../parts/Select";

export type Wants = {
  end: string;
  must: string;
  never: string;
  everything: boolean;
  joiner: string;
  into: string;
};
export const NO_WANTS: Wants = {
  end: "",
  must: "",
  never: "",
  everything: false,
  joiner: " ",
  into: "",
};
const JOINERS = [
  { id: " ", name: "space" },
  { id: ", ", name: "a comma" },
  { id: " | ", name: "bar" },
  { id: " – ", name: "dash" },
] as const;

const ENDS = ["title", "description", "bullets"];
const MUST = [...ENDS, "variations"];
const NEVER = [...MUST, "hidden", "tags"];
const LEFT = ["description", "bullets", "variations", "hidden"];

/** What one wants of a field that is packed: as far as it can be wanted of this one. */
export function PackWants({
  field,
  wants,
  onChange,
}: {
  field: string;
  wants: Wants;
  onChange: (wants: Wants) => void;
}) {
  const words = "words, separated by commas";
  return (
    <>
      {ENDS.includes(field) && (
        <Want
          label="Ends with"
          value={wants.end}
          placeholder=" | your name"
          most={60}
          onChange={(end) => onChange({ ...wants, end })}
        />
      )}
      {MUST.includes(field) && (
        <Want
          label="Include"
          value={wants.must}
          placeholder={words}
          most={300}
          onChange={(must) => onChange({ ...wants, must })}
        />
      )}
      {NEVER.includes(field) && (
        <Want
          label="Exclude"
          value={wants.never}
          placeholder={words}
          most={300}
          onChange={(never) => onChange({ ...wants, never })}
        />
      )}
      {field === "title" && (
        <span className="flex w-[110px] flex-col">
          <span className="text-quiet">Separator</span>
          <Select
            label="Separator between keywords"
            value={wants.joiner}
            onChange={(joiner) => onChange({ ...wants, joiner })}
            className={`${INPUT} !h-[28px]`}
          >
            {JOINERS.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </Select>
        </span>
      )}
      {LEFT.includes(field) && (
        <label className="flex h-[28px] items-center gap-2">
          <Checkbox
            label="Include keywords used in other fields"
            checked={wants.everything}
            onChange={(everything) => onChange({ ...wants, everything })}
          />
          Include keywords used in other fields
        </label>
      )}
    </>
  );
}

function Want({
  label,
  value,
  placeholder,
  most,
  onChange,
}: {
  label: string;
  value: string;
  placeholder: string;
  most: number;
  onChange: (value: string) => void;
}) {
  return (
    <label className="flex min-w-[120px] flex-1 flex-col">
      <span className="text-quiet">{label}</span>
      <input
        value={value}
        maxLength={most}
        placeholder={placeholder}
        onChange={(event) => onChange(event.target.value)}
        className={`${INPUT} !h-[28px]`}
      />
    </label>
  );
}
