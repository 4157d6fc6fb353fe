import { useState } from "react";

/** A state that outlives a reload of the page: nothing typed is lost. `key` names it; `check`
 * turns what was kept into it. */
export function useKept<T>(
  key: string,
  usual: T,
  check: (kept: unknown) => T | undefined,
): [T, (value: T) => void] {
  const [held, setHeld] = useState(() => ({ key, value: read(key, check) }));
  // Another project or channel has its own; what is usual may become known later.
  const value = (held.key === key ? held.value : read(key, check)) ?? usual;
  const keep = (next: T) => {
    setHeld({ key, value: next });
    sessionStorage.setItem(key, JSON.stringify(next));
  };
  return [value, keep];
}

function read<T>(key: string, check: (kept: unknown) => T | undefined): T | undefined {
  try {
    const text = sessionStorage.getItem(key);
    return text === null ? undefined : check(JSON.parse(text));
  } catch {
    return undefined;
  }
}
