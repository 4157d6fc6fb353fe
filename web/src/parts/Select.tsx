import { getNonce } from "get-nonce";
import { Select as Radix } from "radix-ui";
import { Children, isValidElement, type ReactElement, type ReactNode } from "react";
import { INPUT } from "./Field";

type OptionProps = { value?: string | number; title?: string; children?: ReactNode };
// The primitive keeps the empty value for "nothing chosen yet"; ours may be chosen.
const NONE = "\u0000none";
const stored = (value: string) => value || NONE;

/** One of several: `option` elements say which. Typing finds one, arrows walk, Enter takes. */
export function Select({
  id,
  value,
  onChange,
  label,
  disabled = false,
  className = INPUT,
  "aria-describedby": described,
  children,
}: {
  id?: string | undefined;
  value: string | number;
  onChange: (value: string) => void;
  /** Its name for screen readers where no label stands beside it. */
  label?: string;
  disabled?: boolean;
  className?: string;
  "aria-describedby"?: string | undefined;
  children: ReactNode;
}) {
  return (
    <Radix.Root
      value={stored(String(value))}
      onValueChange={(chosen) => onChange(chosen === NONE ? "" : chosen)}
      disabled={disabled}
    >
      <Radix.Trigger
        id={id}
        aria-label={label}
        aria-describedby={described}
        className={`inline-flex items-center justify-between gap-2 text-left whitespace-nowrap
          disabled:opacity-50 ${className}`}
      >
        <span className="min-w-0 truncate">
          <Radix.Value />
        </span>
        <Radix.Icon className="shrink-0 text-quiet">
          <svg width="8" height="5" viewBox="0 0 8 5" aria-hidden="true" fill="currentColor">
            <path d="M0 0h8L4 5z" />
          </svg>
        </Radix.Icon>
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          position="popper"
          sideOffset={3}
          collisionPadding={8}
          className="z-[60] max-h-[min(420px,var(--radix-select-content-available-height))]
            min-w-[var(--radix-select-trigger-width)] rounded-md border border-hairline bg-sheet
            p-1"
        >
          <Radix.Viewport {...nonceOfPage()}>
            {optionsIn(children).map((option) => {
              const { value: given, title, children: name } = option.props;
              const own = stored(String(given ?? textOf(name)));
              return (
                <Radix.Item
                  key={own}
                  value={own}
                  title={title}
                  className="flex h-[28px] items-center gap-2 rounded-sm pr-6 pl-2 outline-none
                    data-[highlighted]:bg-trough data-[state=checked]:font-semibold"
                >
                  <Radix.ItemText>{name}</Radix.ItemText>
                </Radix.Item>
              );
            })}
          </Radix.Viewport>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

function optionsIn(children: ReactNode): ReactElement<OptionProps>[] {
  return Children.toArray(children).filter((child): child is ReactElement<OptionProps> =>
    isValidElement(child),
  );
}

const textOf = (name: ReactNode): string => Children.toArray(name).join("");

function nonceOfPage(): { nonce?: string } {
  const nonce = getNonce();
  return nonce ? { nonce } : {};
}
