import { useCallback, useEffect, useState } from "react";
import { useKey } from "./useKey";

/** The current row of a sheet and the keys that move it, choose it and open it. */
export function useSheetKeys<T>(given: {
  total: number;
  rowAt: (index: number) => T | undefined;
  onChoose: (row: T) => void;
  onOpen: (index: number) => void;
  onToggleAll: () => void;
}): { current: number; setCurrent: (index: number) => void } {
  const { total, rowAt, onChoose, onOpen } = given;
  const [current, setCurrent] = useState(-1);
  useEffect(() => setCurrent((now) => Math.min(now, total - 1)), [total]);
  const move = useCallback(
    (step: number) => setCurrent((now) => Math.max(0, Math.min(total - 1, now + step))),
    [total],
  );
  useKey("j, down", () => move(1));
  useKey("k, up", () => move(-1));
  useKey("pagedown", () => move(15));
  useKey("pageup", () => move(-15));
  useKey("home", () => setCurrent(0));
  useKey("end", () => setCurrent(total - 1));
  useKey("space", () => {
    const row = current >= 0 ? rowAt(current) : undefined;
    if (row !== undefined) onChoose(row);
  });
  useKey("enter", () => current >= 0 && onOpen(current));
  useKey("a", given.onToggleAll);
  return { current, setCurrent };
}
