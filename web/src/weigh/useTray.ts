/** The tray: up to six keywords to compare, kept for the project and channel while the page is
 * open or reloaded. */
import { useQueries } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import * as z from "zod/mini";
import { useSay } from "../parts/toasts";
import { inspectionQuery } from "../shared/queries";
import { id } from "../shared/shapes";
import { TRAY_HOLDS } from "./Tray";

const kept = z.catch(z.array(id).check(z.maxLength(TRAY_HOLDS)), []);

function read(key: string): number[] {
  try {
    return kept.parse(JSON.parse(sessionStorage.getItem(key) ?? "[]"));
  } catch {
    return [];
  }
}

/** Only ids are held: what is compared is as it is now, not as it was when it was put in. */
export function useTray(projectId: number, channel: string) {
  const key = `bunraku.tray.${projectId}/${channel}`;
  const [held, setHeld] = useState(() => ({ key, ids: read(key) }));
  useEffect(() => setHeld((now) => (now.key === key ? now : { key, ids: read(key) })), [key]);
  useEffect(() => sessionStorage.setItem(held.key, JSON.stringify(held.ids)), [held]);
  const say = useSay();
  const ids = held.key === key ? held.ids : [];
  const rows = useQueries({
    queries: ids.map((id) => inspectionQuery(projectId, id)),
    combine: (answers) => answers.flatMap((answer) => (answer.data ? [answer.data.row] : [])),
  });
  const toggle = useCallback(
    (id: number) => {
      const inside = ids.includes(id);
      if (!inside && ids.length >= TRAY_HOLDS)
        say(`The tray holds ${TRAY_HOLDS}. Remove one first.`, { bad: true });
      else setHeld({ key, ids: inside ? ids.filter((other) => other !== id) : [...ids, id] });
    },
    [key, ids, say],
  );
  const remove = useCallback(
    (id: number) => setHeld((now) => ({ ...now, ids: now.ids.filter((other) => other !== id) })),
    [],
  );
  const clear = useCallback(() => setHeld((now) => ({ ...now, ids: [] })), []);
  return { rows, toggle, remove, clear };
}
