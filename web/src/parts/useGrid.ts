/** What every grid does: one row is current and keys move it, some are chosen, one is open. */
import { useCallback, useEffect, useMemo, useState } from "react";
import { Problem, type Schemas } from "../api/client";
import type { Pages } from "../shared/usePages";
import { exact } from "./format";
import { useSay } from "./toasts";
import { useKey } from "./useKey";

const SCREENFUL = 15;
type Ids = Schemas["IdsOut"];

/** What is chosen in a grid; ids, because rows change while they are. */
export type Chosen = { ids: ReadonlySet<number>; clear: () => void };

/** `place` names where the rows are of: in another there are others, and nothing stays chosen.
 * `all` tells the ids of everything that can be chosen at once; a grid without it has nothing
 * to choose, and Space opens. `openId` is the open row, as the address holds it. */
export function useGrid<T extends { id: number }>(given: {
  pages: Pages<T>;
  place: string;
  openId: number | undefined;
  onOpen: (id: number | undefined) => void;
  all?: () => Promise<Ids>;
}) {
  const { pages, openId, onOpen, all } = given;
  const { rowAt } = pages;
  const total = pages.total ?? 0;
  const [current, setCurrent] = useState(-1);
  const chosen = useChosen<T>(given.place, all);
  useEffect(() => setCurrent((now) => Math.min(now, total - 1)), [total]);

  const goTo = useCallback((to: (now: number) => number) => {
    focusGrid();
    setCurrent(to);
  }, []);
  const move = useCallback(
    (step: number) => goTo((now) => Math.max(0, Math.min(total - 1, now + step))),
    [total, goTo],
  );
  const openAt = useCallback(
    (index: number) => {
      const row = rowAt(index);
      if (row) onOpen(row.id === openId ? undefined : row.id);
    },
    [rowAt, onOpen, openId],
  );
  const under = () => (current >= 0 ? rowAt(current) : undefined);
  useKey("j, down", () => move(1));
  useKey("k, up", () => move(-1));
  useKey("pagedown", () => move(SCREENFUL));
  useKey("pageup", () => move(-SCREENFUL));
  useKey("home", () => goTo(() => 0));
  useKey("end", () => goTo(() => total - 1));
  useKey("space", () => {
    const row = under();
    if (row && all) chosen.toggle(row);
    else if (row) openAt(current);
  });
  useKey("enter", () => current >= 0 && openAt(current));
  useKey("a", () => all && chosen.toggleAll());
  const waiting = pages.total === undefined && !pages.error;
  const { stale, show } = pages;
  return {
    waiting,
    stale,
    total,
    rowAt,
    current,
    setCurrent,
    under,
    openAt,
    openId,
    chosen,
    onRange: show,
  };
}

/** Whoever walks rows by keys has left the button they pressed last: Enter must not press it
 * again. */
function focusGrid(): void {
  const held = document.activeElement;
  if (held instanceof HTMLElement && held.closest("button, a, [role=tab]"))
    document.querySelector<HTMLElement>('[role="grid"]')?.focus({ preventScroll: true });
}

export type GridState<T extends { id: number }> = ReturnType<typeof useGrid<T>>;

function useChosen<T extends { id: number }>(place: string, all: (() => Promise<Ids>) | undefined) {
  const [ids, setIds] = useState<ReadonlySet<number>>(new Set());
  const say = useSay();
  // biome-ignore lint/correctness/useExhaustiveDependencies: another place has other rows
  useEffect(() => setIds(new Set()), [place]);
  const clear = useCallback(() => setIds(new Set()), []);
  const toggle = useCallback((row: T) => {
    setIds((now) => {
      const next = new Set(now);
      if (!next.delete(row.id)) next.add(row.id);
      return next;
    });
  }, []);
  const toggleAll = useCallback(async () => {
    if (ids.size) return clear();
    try {
      const found = await all?.();
      if (!found) return;
      setIds(new Set(found.ids));
      if (found.total > found.ids.length)
        say(
          `${exact(found.ids.length)} of ${exact(found.total)} chosen: as many as one action ` +
            "takes.",
        );
    } catch (error) {
      say(error instanceof Problem ? error.message : "They could not be selected.", { bad: true });
    }
  }, [ids, all, clear, say]);
  return useMemo(() => ({ ids, clear, toggle, toggleAll }), [ids, clear, toggle, toggleAll]);
}
