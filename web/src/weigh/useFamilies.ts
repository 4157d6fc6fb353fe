/** Families opened in place: the other members of a keyword's family stand under it, with their
 * own figures. */
import { useQueries } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState } from "react";
import type { Row } from "../api/client";
import { familyQuery } from "../gather/queries";
import { useLatest } from "../shared/useLatest";
import type { Pages } from "../shared/usePages";
import { placeOf, totalWith } from "./families";
import type { ServerQuery } from "./filters";

/** A family opened at a place of the list, under the row with this id. */
type Head = { at: number; of: number };

export function useFamilies(projectId: number, pages: Pages<Row>, query: ServerQuery) {
  const [heads, setHeads] = useState<readonly Head[]>([]);
  const list = JSON.stringify(query);
  // biome-ignore lint/correctness/useExhaustiveDependencies: in another list the places are others
  useEffect(() => setHeads([]), [list]);
  const families = useQueries({
    queries: heads.map((head) => familyQuery(projectId, head.of)),
    combine: (answers) => answers.map((answer) => answer.data?.members ?? []),
  });
  const opened = useMemo(
    () =>
      heads.map((head, i) => ({
        at: head.at,
        members: (families[i] ?? []).filter((member) => member.id !== head.of),
      })),
    [heads, families],
  );

  const { rowAt: plainAt, show: plainShow, total } = pages;
  const rowAt = useCallback(
    (index: number): Row | undefined => {
      const place = placeOf(opened, index);
      return place.member ?? plainAt(place.at);
    },
    [opened, plainAt],
  );
  const toggle = useCallback(
    (index: number) => {
      const { at } = placeOf(opened, index);
      const row = plainAt(at);
      setHeads((now) => {
        if (now.some((head) => head.at === at)) return now.filter((head) => head.at !== at);
        return row && row.family_size > 1 ? [...now, { at, of: row.id }] : now;
      });
    },
    [opened, plainAt],
  );
  const isOpen = useCallback((row: Row) => heads.some((head) => head.of === row.id), [heads]);
  const isMember = useCallback(
    (row: Row) =>
      !isOpen(row) &&
      opened.some((family) => family.members.some((member) => member.id === row.id)),
    [opened, isOpen],
  );
  const find = useLatest((row: Row) => {
    const last = totalWith(opened, total ?? 0);
    for (let index = 0; index < last; index++) {
      if (rowAt(index)?.id === row.id) return toggle(index);
    }
  });
  // The columns hold it: were it another each time, every row would be drawn again.
  const toggleRow = useCallback((row: Row) => find.current(row), [find]);
  const show = useCallback(
    (first: number, last: number) => plainShow(placeOf(opened, first).at, placeOf(opened, last).at),
    [opened, plainShow],
  );
  return {
    total: total === undefined ? undefined : totalWith(opened, total),
    rowAt,
    show,
    stale: pages.stale,
    error: pages.error,
    toggle,
    toggleRow,
    opened: isOpen,
    within: isMember,
  };
}
