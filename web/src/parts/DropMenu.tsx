import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import { buttonLook } from "./Button";
import { MENU } from "./menu";

/** A button that opens a menu under it. */
export function DropMenu({
  name,
  small = false,
  children,
}: {
  name: string;
  /** Beside the heading of a part, where it is no button of the page. */
  small?: boolean;
  children: ReactNode;
}) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className={small ? `${buttonLook("bare")} !h-[22px] !px-2 text-xs` : buttonLook("plain")}
      >
        {name}
        <svg width="8" height="5" viewBox="0 0 8 5" aria-hidden="true" fill="currentColor">
          <path d="M0 0h8L4 5z" />
        </svg>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={4} className={MENU}>
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
