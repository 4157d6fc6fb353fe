/** What clustering asks of the server. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { at } from "../api/at";
import { api, type Channel, data } from "../api/client";
import { PAGE, usePages } from "../shared/usePages";

export type ClustersQuery = {
  channel: Channel;
  q: string;
  sort: "worth" | "volume" | "keywords" | "chance";
  several: boolean;
  theme?: number | undefined;
};

/** What could be done to a channel's clusters. */
export const useProposals = (projectId: number, channel: Channel, wanted: boolean) =>
  useQuery({
    queryKey: ["proposals", projectId, channel],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/clusters/proposals", {
          params: { ...at(projectId), query: { channel } },
        }),
      ),
    enabled: wanted,
    placeholderData: keepPreviousData,
  });

/** Groups that a file puts keywords into, as far as they are no clusters yet. */
export const useFileGroups = (projectId: number, channel: Channel) =>
  useQuery({
    queryKey: ["file-groups", projectId, channel],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/clusters/groups", {
          params: { ...at(projectId), query: { channel } },
        }),
      ),
  });

/** What a strictness would do. */
export const useStrictness = (
  projectId: number,
  channel: Channel,
  strictness: number,
  wanted: boolean,
) =>
  useQuery({
    queryKey: ["strictness", projectId, channel, strictness],
    queryFn: async ({ signal }) =>
      data(
        await api.POST("/api/projects/{project_id}/clustering/preview", {
          params: at(projectId),
          body: { channel, strictness },
          signal,
        }),
      ),
    enabled: wanted,
    placeholderData: keepPreviousData,
  });

export const useClusterPages = (projectId: number, query: ClustersQuery) =>
  usePages(["clusters", projectId, query], async (offset, signal) => {
    const found = data(
      await api.GET("/api/projects/{project_id}/clusters", {
        params: { ...at(projectId), query: { ...query, offset, limit: PAGE } },
        signal,
      }),
    );
    return { total: found.matched, offset, rows: found.clusters };
  });

/** Ids of the clusters that match, up to `most`, and how many match in all. */
export async function clusterIds(
  projectId: number,
  query: ClustersQuery,
  most: number,
): Promise<{ ids: number[]; total: number }> {
  const ids: number[] = [];
  let total = 0;
  do {
    const found = data(
      await api.GET("/api/projects/{project_id}/clusters", {
        params: { ...at(projectId), query: { ...query, offset: ids.length, limit: 500 } },
      }),
    );
    total = found.matched;
    if (!found.clusters.length) break;
    ids.push(...found.clusters.map((cluster) => cluster.id));
  } while (ids.length < Math.min(total, most));
  return { ids: ids.slice(0, most), total };
}

/** The clusters that fit some words, for choosing one: fifty at most. */
export const useClusters = (projectId: number, query: ClustersQuery) =>
  useQuery({
    queryKey: ["cluster choice", projectId, query],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/clusters", {
          params: { ...at(projectId), query: { ...query, limit: 50 } },
        }),
      ),
    placeholderData: keepPreviousData,
  });

export const useCluster = (projectId: number, clusterId: number | undefined) =>
  useQuery({
    queryKey: ["cluster", projectId, clusterId],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/clusters/{cluster_id}", {
          params: at(projectId, { cluster_id: clusterId ?? 0 }),
        }),
      ),
    enabled: clusterId !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });

/** Ids of the clusters that have a piece. */
export const usePlannedClusters = (projectId: number) =>
  useQuery({
    queryKey: ["planned clusters", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/plan/clusters", { params: at(projectId) })),
  });
