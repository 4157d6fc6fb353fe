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

export const putAfter = async (id: number, pieceId: number, first: number) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/after", {
      params: at(id, { piece_id: pieceId }),
      body: { first },
    }),
  );

export const takeApart = async (id: number, pieceId: number, first: number) =>
  data(
    await api.DELETE("/api/projects/{project_id}/pieces/{piece_id}/after/{first_id}", {
      params: at(id, { piece_id: pieceId, first_id: first }),
    }),
  );

export const waitForHubs = async (id: number) =>
  data(await api.POST("/api/projects/{project_id}/plan/hubs", { params: at(id) }));

export const commentOn = async (id: number, pieceId: number, said: string) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/comments", {
      params: at(id, { piece_id: pieceId }),
      body: { said },
    }),
  );

export const takeWhatIf = async (id: number, body: Schemas["WhatIfQuery"]) =>
  data(await api.POST("/api/projects/{project_id}/plan/what-if/take", { params: at(id), body }));

export const setLimits = async (id: number, body: Schemas["LimitsIn"]) =>
  data(await api.PUT("/api/projects/{project_id}/plan/limits", { params: at(id), body }));

export const giveWay = async (id: number, pieceId: number, other: number, row_id: number) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/give-way", {
      params: at(id, { piece_id: pieceId }),
      body: { other, row_id },
    }),
  );

export const settleLive = async (id: number, pieceId: number, address: string, improve: boolean) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/live", {
      params: at(id, { piece_id: pieceId }),
      body: { address, improve },
    }),
  );

export const bringPlan = async (id: number, file: File) => {
  const form = new FormData();
  form.append("file", file);
  return data(
    await api.POST("/api/projects/{project_id}/plan/file", {
      params: at(id),
      // The client's types know a file as text; what is sent is the form.
      body: { file: file.name },
      bodySerializer: () => form,
    }),
  );
};

export const takePlan = async (id: number, upload: number) =>
  data(
    await api.POST("/api/projects/{project_id}/plan/file/{upload_id}/take", {
      params: at(id, { upload_id: upload }),
    }),
  );

export const bringExisting = async (id: number, body: Schemas["ExistingIn"]) =>
  data(await api.POST("/api/projects/{project_id}/pieces/existing", { params: at(id), body }));

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
      body: { cluster_ids: clusterIds, joined: [], apart: [], off_topic: false, new_pages: false },
    }),
  );

export const fitPlan = async (id: number) =>
  data(await api.POST("/api/projects/{project_id}/plan/fit", { params: at(id) }));
