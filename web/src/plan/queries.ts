/** What the plan asks of the server. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { at } from "../api/at";
import { api, data, type Schemas } from "../api/client";
import { PAGE, usePages } from "../shared/usePages";

export const usePlan = (projectId: number) =>
  useQuery({
    queryKey: ["plan", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/plan", { params: at(projectId) })),
  });

export const usePiece = (projectId: number, pieceId: number | undefined) =>
  useQuery({
    queryKey: ["piece", projectId, pieceId],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/pieces/{piece_id}", {
          params: at(projectId, { piece_id: pieceId ?? 0 }),
        }),
      ),
    enabled: pieceId !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });

/** What a piece has to do with others. */
export const useAround = (projectId: number, pieceId: number) =>
  useQuery({
    queryKey: ["around", projectId, pieceId],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/pieces/{piece_id}/around", {
          params: at(projectId, { piece_id: pieceId }),
        }),
      ),
  });

/** Titles of the plan's first pieces, to choose one. */
export const usePieceTitles = (projectId: number) =>
  useQuery({
    queryKey: ["piece titles", projectId],
    queryFn: async () => {
      const found = data(
        await api.GET("/api/projects/{project_id}/plan/pieces", {
          params: { ...at(projectId), query: { order: "title", offset: 0, limit: 300 } },
        }),
      );
      return found.rows.map(({ id, title }) => ({ id, title }));
    },
  });

/** What other hours would do to the plan. */
export const useWhatIf = (projectId: number, hours: number, pins: boolean, wanted: boolean) =>
  useQuery({
    queryKey: ["what if", projectId, hours, pins],
    queryFn: async ({ signal }) =>
      data(
        await api.GET("/api/projects/{project_id}/plan/what-if", {
          params: { ...at(projectId), query: { hours, pins } },
          signal,
        }),
      ),
    enabled: wanted,
    placeholderData: keepPreviousData,
  });

/** Briefs of some pieces, in their order. */
export const useBriefs = (projectId: number, ids: readonly number[]) =>
  useQuery({
    queryKey: ["briefs", projectId, ids],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/briefs", {
          params: { ...at(projectId), query: { ids: [...ids] } },
        }),
      ),
    enabled: ids.length > 0,
  });

/** What the plan brings, and what would fill the hours that are left. */
export const useProspects = (projectId: number) =>
  useQuery({
    queryKey: ["prospects", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/plan/prospects", { params: at(projectId) })),
    placeholderData: keepPreviousData,
  });

export type PiecesQuery = Pick<Schemas["PiecesQuery"], "order" | "outlet">;

/** The pieces of the plan, a page at a time. */
export const usePieces = (projectId: number, query: PiecesQuery) =>
  usePages(["pieces", projectId, query], async (offset, signal) =>
    data(
      await api.GET("/api/projects/{project_id}/plan/pieces", {
        params: { ...at(projectId), query: { ...query, offset, limit: PAGE } },
        signal,
      }),
    ),
  );
