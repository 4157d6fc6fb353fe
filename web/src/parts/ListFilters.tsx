import { Select } from "./Select";

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
