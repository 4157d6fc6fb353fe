/** What the plan can change. */
import { at } from "../api/at";
import { api, data, type Schemas } from "../api/client";

export const changePiece = async (id: number, pieceId: number, body: Schemas["PieceIn"]) =>
  data(
    await api.PATCH("/api/projects/{project_id}/pieces/{piece_id}", {
      params: at(id, { piece_id: pieceId }),
      body,
    }),
  );

export const removePiece = async (id: number, pieceId: number) =>
  data(
    await api.DELETE("/api/projects/{project_id}/pieces/{piece_id}", {
      params: at(id, { piece_id: pieceId }),
    }),
  );

export const giveKeyword = async (id: number, pieceId: number, rowId: number, main: boolean) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/keywords", {
      params: at(id, { piece_id: pieceId }),
      body: { row_id: rowId, main },
    }),
  );

export const dropKeyword = async (id: number, pieceId: number, rowId: number) =>
  data(
    await api.DELETE("/api/projects/{project_id}/pieces/{piece_id}/keywords/{row_id}", {
      params: at(id, { piece_id: pieceId, row_id: rowId }),
    }),
  );

export const mergePieces = async (id: number, pieceId: number, other: number) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/merge", {
      params: at(id, { piece_id: pieceId }),
      body: { other },
    }),
  );

export const keepApart = async (id: number, pieceId: number, other: number) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/apart", {
      params: at(id, { piece_id: pieceId }),
      body: { other },
    }),
  );

export const setMonthHours = async (id: number, month: string, hours: number | null) =>
  data(
    await api.PUT("/api/projects/{project_id}/plan/hours", {
      params: at(id),
      body: { month, hours },
    }),
  );

export const planClusters = async (id: number, clusterIds: number[]) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces", {
      params: at(id),
      body: { cluster_ids: clusterIds, joined: [], apart: [], off_topic: false },
    }),
  );

export const fitPlan = async (id: number) =>
  data(await api.POST("/api/projects/{project_id}/plan/fit", { params: at(id) }));
