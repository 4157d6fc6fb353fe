import { Select } from "./Select";
import { WordsField } from "./WordsField";

/** The words that titles in a list must contain. */
export function TitleFilter({
  id,
  label,
  value,
  onChange,
}: {
  id: string;
  label: string;
  value: string | undefined;
  onChange: (words: string | undefined) => void;
}) {
  return (
    <WordsField
      id={id}
      label={label}
      placeholder="Title contains…"
      slash
      width={200}
      maxLength={100}
      value={value ?? ""}
      onChange={(words) => onChange(words || undefined)}
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
