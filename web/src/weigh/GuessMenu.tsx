import { DropdownMenu } from "radix-ui";
import { buttonLook } from "../parts/Button";
import { plural } from "../parts/format";
import { MENU, MENU_ITEM } from "../parts/menu";
import { useSay } from "../parts/toasts";
import { useChange } from "../shared/useChange";
import { guessChance } from "./changes";
import { GUESSES, type Guess } from "./guesses";

/** One's own guess at the chance, for the ticked keywords at once. */
export function GuessMenu({ projectId, rowIds }: { projectId: number; rowIds: number[] }) {
  const say = useSay();
  const guess = useChange(projectId, (value: Guess) => guessChance(projectId, rowIds, value), {
    done: (out) =>
      say(`Your estimate applies to ${plural(out.changed, "keyword")}.`, { undo: true }),
    failed: (problem) => say(problem.message, { bad: true }),
  });
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={buttonLook("plain")}>
        Estimate the chance
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={4} className={MENU}>
          {GUESSES.map(({ id, name, about }) => (
            <DropdownMenu.Item
              key={id}
              className={`${MENU_ITEM} !h-auto flex-col !items-start !gap-0 py-1`}
              onSelect={() => guess.mutate(id)}
            >
              <span className="font-semibold">{name}</span>
              <span className="text-xs text-quiet">{about}</span>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
