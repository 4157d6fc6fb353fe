import { Checkbox as Radix } from "radix-ui";

/** A box to tick. Its name is the label around it, or `label`. */
export function Checkbox({
  id,
  checked,
  onChange,
  label,
  disabled = false,
  tabIndex,
}: {
  id?: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
  label?: string;
  disabled?: boolean;
  tabIndex?: number;
}) {
  return (
    <Radix.Root
      id={id}
      checked={checked}
      onCheckedChange={(now) => onChange(now === true)}
      onClick={(event) => event.stopPropagation()}
      aria-label={label}
      disabled={disabled}
      tabIndex={tabIndex}
      className="inline-flex size-[15px] shrink-0 items-center justify-center rounded-sm border
        border-bar bg-sheet disabled:opacity-50 data-[state=checked]:border-pine
        data-[state=checked]:bg-pine"
    >
      <Radix.Indicator>
        <svg
          width="9"
          height="9"
          viewBox="0 0 9 9"
          aria-hidden="true"
          fill="none"
          className="stroke-sheet"
          strokeWidth="1.8"
        >
          <path d="M1 4.8 3.5 7 8 1.6" />
        </svg>
      </Radix.Indicator>
    </Radix.Root>
  );
}
