/** What can be done on the page that is open: pages say it, the command box lists it. */
import { useEffect, useRef, useSyncExternalStore } from "react";

export type Command = { name: string; keys?: string; act: () => void };

let commands: readonly Command[] = [];
const listeners = new Set<() => void>();

function put(next: readonly Command[]): void {
  commands = next;
  for (const listener of listeners) listener();
}

/** All that can be done here now. */
export const useCommands = (): readonly Command[] =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => commands,
  );

/** Offer a command while it is `enabled`; under another name it is another one. */
export function useCommand(
  name: string,
  act: () => void,
  { keys, enabled = true }: { keys?: string; enabled?: boolean } = {},
): void {
  const latest = useRef(act);
  latest.current = act;
  useEffect(() => {
    if (!enabled) return;
    const command: Command = { name, act: () => latest.current(), ...(keys ? { keys } : {}) };
    put([...commands, command]);
    return () => put(commands.filter((other) => other !== command));
  }, [name, keys, enabled]);
}
