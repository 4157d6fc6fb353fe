import { useEffect, useState } from "react";

/** A value that has not changed for a while: so that the server is not asked at every letter. */
export function useSettled<T>(value: T, waitMs: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), waitMs);
    return () => clearTimeout(timer);
  }, [value, waitMs]);
  return settled;
}
