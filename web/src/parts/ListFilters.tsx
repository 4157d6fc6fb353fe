import { INPUT } from "./Field";
import { Select } from "./Select";

/** Words that the lines of a list must have; `/` goes to it. */
export function WordsFilter({
  id,
  label,
  value,
  onChange,
}: {
  id: string;
  label: string;
  value: string | undefined;
  onChange: (value: string | undefined) => void;
}) {
  return (
    <input
      id={id}
      aria-label={label}
      placeholder="Title contains…  /"
      value={value ?? ""}
      maxLength={100}
      onChange={(event) => onChange(event.target.value || undefined)}
      className={`${INPUT} !w-[200px]`}
    />
  );
}

/** One of a few ways that a list can be shown; the empty one is the usual. */
export function OneOf<T extends string>({
  label,
  width,
  value,
  options,
  onChange,
}: {
  label: string;
  width: number;
  value: T | undefined;
  options: readonly { id: T | ""; name: string }[];
  onChange: (value: T | undefined) => void;
}) {
  return (
    <div style={{ width }}>
      <Select
        label={label}
        value={value ?? ""}
        onChange={(chosen) => onChange((chosen || undefined) as T | undefined)}
      >
        {options.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </Select>
    </div>
  );
}
