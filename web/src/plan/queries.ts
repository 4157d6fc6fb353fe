/** What the plan asks of the server. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { at } from "../api/at";
import { api, type Channel, data, type Schemas } from "../api/client";
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

/** Titles that fit, from the keywords of a piece. */
export const useTitles = (projectId: number, pieceId: number, end: string, wanted: boolean) =>
  useQuery({
    queryKey: ["titles", projectId, pieceId, end],
    queryFn: async ({ signal }) =>
      data(
        await api.GET("/api/projects/{project_id}/pieces/{piece_id}/titles", {
          params: { ...at(projectId, { piece_id: pieceId }), query: { end } },
          signal,
        }),
      ),
    enabled: wanted,
    placeholderData: keepPreviousData,
  });

/** What a title that is being typed contains, and whether it fits. */
export const useTitleCheck = (projectId: number, pieceId: number, text: string, wanted: boolean) =>
  useQuery({
    queryKey: ["title check", projectId, pieceId, text],
    queryFn: async ({ signal }) =>
      data(
        await api.GET("/api/projects/{project_id}/pieces/{piece_id}/titles/check", {
          params: { ...at(projectId, { piece_id: pieceId }), query: { text } },
          signal,
        }),
      ),
    enabled: wanted,
    placeholderData: keepPreviousData,
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

/** What other hours, another horizon or strength would do to the plan. */
export const useWhatIf = (projectId: number, asked: Schemas["WhatIfQuery"], wanted: boolean) =>
  useQuery({
    queryKey: ["what if", projectId, asked],
    queryFn: async ({ signal }) =>
      data(
        await api.GET("/api/projects/{project_id}/plan/what-if", {
          params: { ...at(projectId), query: asked },
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

export type PiecesQuery = Pick<Schemas["PiecesQuery"], "order" | "outlet" | "group">;

const readPieces = async (
  projectId: number,
  query: PiecesQuery,
  offset: number,
  signal: AbortSignal,
) =>
  data(
    await api.GET("/api/projects/{project_id}/plan/pieces", {
      params: { ...at(projectId), query: { ...query, offset, limit: PAGE } },
      signal,
    }),
  );

/** The pieces of the plan, a page at a time. */
export const usePieces = (projectId: number, query: PiecesQuery) =>
  usePages(["pieces", projectId, query], (offset, signal) =>
    readPieces(projectId, query, offset, signal),
  );

/** The groups that the pieces stand in, by the place of the first: told with each page, so that of
 * the first is read. */
export const useGroups = (projectId: number, query: PiecesQuery) =>
  useQuery({
    queryKey: ["pieces", projectId, query, 0],
    queryFn: ({ signal }) => readPieces(projectId, query, 0, signal),
    select: (page) => new Map(page.groups.map((group) => [group.at, group])),
    placeholderData: keepPreviousData,
  }).data;

/** All pieces in lines. */
export const useCalendar = (projectId: number) =>
  useQuery({
    queryKey: ["calendar", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/plan/calendar", { params: at(projectId) })),
    placeholderData: keepPreviousData,
  });

/** What fights what in the plan. */
export const useOverlaps = (projectId: number) =>
  useQuery({
    queryKey: ["overlaps", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/plan/overlaps", { params: at(projectId) })),
    placeholderData: keepPreviousData,
  });

/** Pages of one's own report that no piece stands for. */
export const useReported = (projectId: number, channel: Channel) =>
  useQuery({
    queryKey: ["reported", projectId, channel],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/plan/existing", {
          params: { ...at(projectId), query: { channel } },
        }),
      ),
  });

/** How two pieces that fight could be two. */
export const useWaysOut = (projectId: number, pieceId: number, otherId: number) =>
  useQuery({
    queryKey: ["ways out", projectId, pieceId, otherId],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/pieces/{piece_id}/ways-out/{other_id}", {
          params: at(projectId, { piece_id: pieceId, other_id: otherId }),
        }),
      ),
  });

/** What the plan keeps to besides the hours. */
export const useLimits = (projectId: number) =>
  useQuery({
    queryKey: ["limits", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/plan/limits", { params: at(projectId) })),
  });

/** Pieces without a month, each with why. */
export const useLeftOut = (projectId: number) =>
  useQuery({
    queryKey: ["left out", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/plan/left-out", { params: at(projectId) })),
    placeholderData: keepPreviousData,
  });

/** Pieces that no link leads to or from. */
export const useLoose = (projectId: number) =>
  useQuery({
    queryKey: ["loose", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/plan/loose", { params: at(projectId) })),
    placeholderData: keepPreviousData,
  });

/** Location pages that differ too little. */
export const useLocations = (projectId: number) =>
  useQuery({
    queryKey: ["locations", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/plan/locations", { params: at(projectId) })),
    placeholderData: keepPreviousData,
  });
