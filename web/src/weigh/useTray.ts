/** The tray: up to six keywords to compare, kept for the project and channel while the page is open or reloaded. */
import { useCallback, useEffect, useState } from "react";
import type { Row } from "../api/client";
import { useSay } from "../parts/toasts";
import { TRAY_HOLDS } from "./Tray";

function read(key: string): Row[] {
  try {
    const kept: unknown = JSON.parse(sessionStorage.getItem(key) ?? "[]");
    return Array.isArray(kept) ? (kept as Row[]) : [];
  } catch {
    return [];
  }
}

export function useTray(place: string) {
  const key = `bunraku.tray.${place}`;
  const [held, setHeld] = useState(() => ({ key, rows: read(key) }));
  useEffect(() => setHeld((now) => (now.key === key ? now : { key, rows: read(key) })), [key]);
  useEffect(() => sessionStorage.setItem(held.key, JSON.stringify(held.rows)), [held]);
  const say = useSay();
  const rows = held.key === key ? held.rows : [];
  const toggle = useCallback(
    (row: Row) => {
      const inside = rows.some((one) => one.id === row.id);
      if (!inside && rows.length >= TRAY_HOLDS) say(`The tray holds ${TRAY_HOLDS}. Take one out first.`, { bad: true });
      else setHeld({ key, rows: inside ? rows.filter((one) => one.id !== row.id) : [...rows, row] });
    },
    [key, rows, say],
  );
  const remove = useCallback(
    (id: number) => setHeld((now) => ({ ...now, rows: now.rows.filter((one) => one.id !== id) })),
    [],
  );
  const clear = useCallback(() => setHeld((now) => ({ ...now, rows: [] })), []);
  return { rows, toggle, remove, clear };
}
