import { RadioGroup } from "radix-ui";
import { useId } from "react";

export type Option<T extends string> = { id: T; name: string; about: string };

/** One of a few, each with a line that says what it means. Arrows walk them. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: readonly Option<T>[];
  onChange: (value: T) => void;
}) {
  const id = useId();
  return (
    <RadioGroup.Root
      aria-label={label}
      value={value}
      onValueChange={(chosen) => onChange(chosen as T)}
      className="flex flex-col gap-2"
    >
      {options.map((option) => (
        <label
          key={option.id}
          htmlFor={`${id}-${option.id}`}
          className={`flex cursor-pointer gap-3 rounded-md border px-3 py-2
            ${option.id === value ? "border-pine-line bg-pine-wash" : "border-hairline bg-sheet"}`}
        >
          <RadioGroup.Item
            id={`${id}-${option.id}`}
            value={option.id}
            className="mt-[2px] flex size-[15px] shrink-0 items-center justify-center rounded-full
              border border-bar bg-sheet data-[state=checked]:border-pine"
          >
            <RadioGroup.Indicator className="size-[7px] rounded-full bg-pine" />
          </RadioGroup.Item>
          <span>
            <span className="block font-semibold">{option.name}</span>
            <span className="block text-ink-2">{option.about}</span>
          </span>
        </label>
      ))}
    </RadioGroup.Root>
  );
}
