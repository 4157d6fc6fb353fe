/** What following asks of the server. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { at } from "../api/at";
import { api, type Channel, data, type Schemas } from "../api/client";
import { PAGE, usePages } from "../shared/usePages";

export type LiveRow = Schemas["LiveRowOut"];
export type Live = Schemas["LiveOut"];
export type Track = Schemas["PhraseTrackOut"];
export type Entry = Schemas["EntryOut"];
export type Judged = Schemas["JudgedOut"];
export type Watch = Schemas["WatchOut"];
export type FollowingQuery = Pick<Schemas["FollowingQuery"], "order" | "which" | "channel" | "q">;

const readFollowing = async (
  projectId: number,
  query: FollowingQuery,
  offset: number,
  signal: AbortSignal,
) =>
  data(
    await api.GET("/api/projects/{project_id}/follow", {
      params: { ...at(projectId), query: { ...query, offset, limit: PAGE } },
      signal,
    }),
  );

/** The live pieces, a page at a time. */
export const useFollowing = (projectId: number, query: FollowingQuery) =>
  usePages(["following", projectId, query], (offset, signal) =>
    readFollowing(projectId, query, offset, signal),
  );

/** What all of them come to: told with each page, so that of the first is read. */
export const useFollowingSums = (projectId: number, query: FollowingQuery) =>
  useQuery({
    queryKey: ["following", projectId, query, 0],
    queryFn: ({ signal }) => readFollowing(projectId, query, 0, signal),
    select: ({ rows: _, ...sums }) => sums,
    placeholderData: keepPreviousData,
  }).data;

export const useWatch = (projectId: number) =>
  useQuery({
    queryKey: ["watch", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/follow/watch", { params: at(projectId) })),
  }).data;

export const useLive = (projectId: number, liveId: number) =>
  useQuery({
    queryKey: ["published piece", projectId, liveId],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/live/{live_id}", {
          params: at(projectId, { live_id: liveId }),
        }),
      ),
    enabled: liveId > 0,
    retry: false,
  });

export const usePublishing = (projectId: number, pieceId: number) =>
  useQuery({
    queryKey: ["publishing", projectId, pieceId],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/pieces/{piece_id}/publish", {
          params: at(projectId, { piece_id: pieceId }),
        }),
      ),
    staleTime: 0,
  });

export const useDiary = (projectId: number, due: boolean) =>
  usePages(["diary", projectId, due], async (offset, signal) =>
    data(
      await api.GET("/api/projects/{project_id}/diary", {
        params: { ...at(projectId), query: { due, offset, limit: PAGE } },
        signal,
      }),
    ),
  );

/** What to do next with a live piece. */
export const useNext = (projectId: number, liveId: number) =>
  useQuery({
    queryKey: ["next steps", projectId, liveId],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/live/{live_id}/next", {
          params: at(projectId, { live_id: liveId }),
        }),
      ),
  });

/** What outcomes taught of each outlet. */
export const useLearned = (projectId: number) =>
  useQuery({
    queryKey: ["learned", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/follow/learned", { params: at(projectId) })),
  });

export type Report = Schemas["ReportOut"];
export type OwnReport = Schemas["OwnReportOut"];

/** The report of a month, of one outlet or of all. */
export const useReport = (projectId: number, month: string, outlet: number | undefined) =>
  useQuery({
    queryKey: ["month report", projectId, month, outlet],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/follow/report", {
          params: { ...at(projectId), query: { month, ...(outlet ? { outlet } : {}) } },
        }),
      ),
    enabled: !!month,
    placeholderData: keepPreviousData,
  });

/** What one's own reports on a channel say. */
export const useOwnReport = (projectId: number, channel: Channel) =>
  useQuery({
    queryKey: ["own report", projectId, channel],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/follow/own-report", {
          params: { ...at(projectId), query: { channel } },
        }),
      ),
  });

/** Live pieces together, by outlet or by cluster. */
export const useTogether = (projectId: number, by: "outlet" | "cluster") =>
  useQuery({
    queryKey: ["together", projectId, by],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/follow/together", {
          params: { ...at(projectId), query: { by } },
        }),
      ),
  });
