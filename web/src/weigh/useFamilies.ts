/** Families opened in place: the other members of a keyword's family stand under it, with their own figures. */
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState } from "react";
import { api, data, type Row } from "../api/client";
import type { Pages } from "../parts/usePages";
import { type Opened, placeOf, totalWith } from "./families";
import type { ServerQuery } from "./filters";

export function useFamilies(projectId: number, pages: Pages<Row>, query: ServerQuery) {
  const [opened, setOpened] = useState<readonly Opened<Row>[]>([]);
  const client = useQueryClient();
  const list = JSON.stringify(query);
  // biome-ignore lint/correctness/useExhaustiveDependencies: in another list the places are others
  useEffect(() => setOpened([]), [list]);

  const { rowAt: plainAt, show: plainShow, total } = pages;
  const rowAt = useCallback(
    (index: number): Row | undefined => {
      const place = placeOf(opened, index);
      return place.member ?? plainAt(place.at);
    },
    [opened, plainAt],
  );
  const toggle = useCallback(
    async (index: number) => {
      const place = placeOf(opened, index);
      const open = opened.find((one) => one.at === place.at);
      if (open) {
        setOpened((now) => now.filter((one) => one !== open));
        return;
      }
      const row = plainAt(place.at);
      if (!row || row.family_size < 2) return;
      const family = await client.fetchQuery({
        queryKey: ["family", projectId, row.id],
        queryFn: async () =>
          data(
            await api.GET("/api/projects/{project_id}/rows/{row_id}/family", {
              params: { path: { project_id: projectId, row_id: row.id } },
            }),
          ),
      });
      const members = family.members.filter((one) => one.id !== row.id);
      setOpened((now) => [...now.filter((one) => one.at !== place.at), { at: place.at, of: row.id, members }]);
    },
    [opened, plainAt, client, projectId],
  );
  const within = useMemo(() => {
    const ids = new Set(opened.flatMap((one) => one.members.map((member) => member.id)));
    const heads = new Set(opened.map((one) => one.of));
    return { ids, heads };
  }, [opened]);
  const isMember = useCallback((row: Row) => within.ids.has(row.id) && !within.heads.has(row.id), [within]);
  const isOpen = useCallback((row: Row) => within.heads.has(row.id), [within]);
  const toggleRow = useCallback(
    (row: Row) => {
      const last = totalWith(opened, total ?? 0);
      for (let index = 0; index < last; index++) {
        if (rowAt(index)?.id === row.id) {
          toggle(index);
          return;
        }
      }
    },
    [opened, total, rowAt, toggle],
  );
  const show = useCallback(
    (first: number, last: number) => plainShow(placeOf(opened, first).at, placeOf(opened, last).at),
    [opened, plainShow],
  );
  return {
    total: total === undefined ? undefined : totalWith(opened, total),
    rowAt,
    show,
    error: pages.error,
    toggle,
    toggleRow,
    opened: isOpen,
    within: isMember,
  };
}
