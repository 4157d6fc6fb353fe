/** What clustering can change. */
import { at } from "../api/at";
import { api, type Channel, data, type Schemas } from "../api/client";

export const startClustering = async (
  id: number,
  channel: Channel,
  afresh: boolean,
  strictness?: number,
) =>
  data(
    await api.POST("/api/projects/{project_id}/clustering", {
      params: at(id),
      body: { channel, afresh, strictness: strictness ?? null },
    }),
  );

export const takeGroups = async (id: number, channel: Channel) =>
  data(
    await api.POST("/api/projects/{project_id}/clusters/groups", {
      params: at(id),
      body: { channel },
    }),
  );

export const changeCluster = async (
  id: number,
  clusterId: number,
  body: Schemas["ClusterChange"],
) =>
  data(
    await api.PATCH("/api/projects/{project_id}/clusters/{cluster_id}", {
      params: at(id, { cluster_id: clusterId }),
      body,
    }),
  );

export const mergeClusters = async (id: number, clusterId: number, others: number[]) =>
  data(
    await api.POST("/api/projects/{project_id}/clusters/{cluster_id}/merge", {
      params: at(id, { cluster_id: clusterId }),
      body: { others },
    }),
  );

export const takeProposal = async (id: number, body: Schemas["TakeIn"]) =>
  data(
    await api.POST("/api/projects/{project_id}/clusters/proposals/take", { params: at(id), body }),
  );

export const declineProposal = async (id: number, body: Schemas["DeclineIn"]) =>
  data(
    await api.POST("/api/projects/{project_id}/clusters/proposals/decline", {
      params: at(id),
      body,
    }),
  );

export const makeTheme = async (id: number, body: Schemas["ThemeIn"]) =>
  data(await api.POST("/api/projects/{project_id}/themes", { params: at(id), body }));

export const changeTheme = async (id: number, themeId: number, body: Schemas["ThemeChange"]) =>
  data(
    await api.PATCH("/api/projects/{project_id}/themes/{theme_id}", {
      params: at(id, { theme_id: themeId }),
      body,
    }),
  );

export const putIntoTheme = async (id: number, clusterIds: number[], themeId: number | null) =>
  data(
    await api.PUT("/api/projects/{project_id}/themes/put", {
      params: at(id),
      body: { cluster_ids: clusterIds, theme_id: themeId },
    }),
  );

export const removeTheme = async (id: number, themeId: number, into: number | null) =>
  data(
    await api.DELETE("/api/projects/{project_id}/themes/{theme_id}", {
      params: { ...at(id, { theme_id: themeId }), query: { into } },
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
