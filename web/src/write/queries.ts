/** What writing asks of the server. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { at } from "../api/at";
import { api, data, type Schemas } from "../api/client";
import { PAGE, usePages } from "../shared/usePages";

export type Desk = Schemas["DeskOut"];
export type Look = Schemas["LookOut"];
export type Writing = Schemas["WritingOut"];
export type WritingQuery = Pick<Schemas["WritingQuery"], "order" | "lacks" | "channel" | "q">;

const readWriting = async (
  projectId: number,
  query: WritingQuery,
  offset: number,
  signal: AbortSignal,
) =>
  data(
    await api.GET("/api/projects/{project_id}/writing", {
      params: { ...at(projectId), query: { ...query, offset, limit: PAGE } },
      signal,
    }),
  );

/** The pieces to write, a page at a time. */
export const useWriting = (projectId: number, query: WritingQuery) =>
  usePages(["writing", projectId, query], (offset, signal) =>
    readWriting(projectId, query, offset, signal),
  );

/** How many of them are begun and done: told with each page, so that of the first is read. */
export const useWritingCounts = (projectId: number, query: WritingQuery) =>
  useQuery({
    queryKey: ["writing", projectId, query, 0],
    queryFn: ({ signal }) => readWriting(projectId, query, 0, signal),
    select: ({ total, begun, done }) => ({ total, begun, done }),
    placeholderData: keepPreviousData,
  }).data;

/** The desk of a piece. What is typed on it is the page's own; it is read again as one comes back
 * to the window. */
export const useDesk = (projectId: number, pieceId: number) =>
  useQuery({
    queryKey: ["desk", projectId, pieceId],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/pieces/{piece_id}/desk", {
          params: at(projectId, { piece_id: pieceId }),
        }),
      ),
    enabled: pieceId > 0,
    retry: false,
  });

export const useVersions = (projectId: number, pieceId: number) =>
  useQuery({
    queryKey: ["versions", projectId, pieceId],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/pieces/{piece_id}/versions", {
          params: at(projectId, { piece_id: pieceId }),
        }),
      ),
    staleTime: 0,
  });

export const useBeside = (
  projectId: number,
  pieceId: number,
  number: number | undefined,
  other: number | undefined,
) =>
  useQuery({
    queryKey: ["version beside", projectId, pieceId, number, other],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/pieces/{piece_id}/versions/{number}/beside", {
          params: {
            ...at(projectId, { piece_id: pieceId, number: number ?? 0 }),
            query: other === undefined ? {} : { other },
          },
        }),
      ),
    enabled: number !== undefined,
    placeholderData: keepPreviousData,
    staleTime: 0,
  });

/** Limits by outlet and rules of the checklist. */
export const useWriteSettings = (projectId: number) =>
  useQuery({
    queryKey: ["write settings", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/write/settings", { params: at(projectId) })),
  });
