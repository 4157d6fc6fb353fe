import { DropdownMenu } from "radix-ui";
import { buttonLook } from "../parts/Button";
import { exact } from "../parts/format";
import { MENU, MENU_ITEM } from "../parts/menu";
import type { TakenAs } from "./useTaking";

const FORMS: readonly { id: TakenAs; name: string }[] = [
  { id: "csv", name: "Export as CSV" },
  { id: "tabs", name: "Copy as a table" },
  { id: "lines", name: "Copy the keywords, one per line" },
];

/** The ticked keywords, taken away as a file or by the clipboard. */
export function TakeMenu({ many, onTake }: { many: number; onTake: (as: TakenAs) => void }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={buttonLook("plain")}>
        Export {exact(many)}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={4} className={MENU}>
          {FORMS.map(({ id, name }) => (
            <DropdownMenu.Item key={id} className={MENU_ITEM} onSelect={() => onTake(id)}>
              {name}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
