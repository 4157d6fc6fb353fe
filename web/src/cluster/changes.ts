/** What clustering can change. */
import { at } from "../api/at";
import { api, type Channel, data, type Schemas } from "../api/client";

export const startClustering = async (id: number, channel: Channel, afresh: boolean) =>
  data(
    await api.POST("/api/projects/{project_id}/clustering", {
      params: at(id),
      body: { channel, afresh },
    }),
  );

export const renameCluster = async (id: number, clusterId: number, name: string) =>
  data(
    await api.PUT("/api/projects/{project_id}/clusters/{cluster_id}/name", {
      params: at(id, { cluster_id: clusterId }),
      body: { name },
    }),
  );

export const moveKeywords = async (id: number, rowIds: number[], clusterId: number | null) =>
  data(
    await api.POST("/api/projects/{project_id}/clusters/move", {
      params: at(id),
      body: { row_ids: rowIds, cluster_id: clusterId },
    }),
  );

export const makePieces = async (id: number, body: Schemas["PiecesIn"]) =>
  data(await api.POST("/api/projects/{project_id}/pieces", { params: at(id), body }));

export const previewPieces = async (id: number, clusterIds: number[]) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/preview", {
      params: at(id),
      body: { cluster_ids: clusterIds },
    }),
  );
