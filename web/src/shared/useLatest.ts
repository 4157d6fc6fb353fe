import { type RefObject, useRef } from "react";

/** What was rendered last, behind a reference that never changes: what is handed on to many parts
 * and is called only when something happens need not have them all drawn again. */
export function useLatest<T>(value: T): RefObject<T> {
  const latest = useRef(value);
  latest.current = value;
  return latest;
}
