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
