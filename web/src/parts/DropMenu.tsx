import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import { buttonLook } from "./Button";
import { MENU } from "./menu";

/** A button that opens a menu under it. */
export function DropMenu({ name, children }: { name: string; children: ReactNode }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={buttonLook("plain")}>
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
