/** What writing can change, and what it asks about fields that are being written. */
import { at } from "../api/at";
import { api, data, type Schemas } from "../api/client";

export type Fields = Readonly<Record<string, string>>;

export const lookAt = async (id: number, pieceId: number, fields: Fields, signal: AbortSignal) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/desk/look", {
      params: at(id, { piece_id: pieceId }),
      body: { fields },
      signal,
    }),
  );

export const saveDraft = async (
  id: number,
  pieceId: number,
  edits: Schemas["SaveIn"]["edits"],
  since: number,
  anew: boolean,
  window: string,
) =>
  data(
    await api.PUT("/api/projects/{project_id}/pieces/{piece_id}/draft", {
      params: at(id, { piece_id: pieceId }),
      body: { edits, since, anew, window },
    }),
  );

export const fixFields = async (id: number, pieceId: number, rule: string, fields: Fields) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/desk/fix", {
      params: at(id, { piece_id: pieceId }),
      body: { rule, fields },
    }),
  );

export const packField = async (id: number, pieceId: number, body: Schemas["PackIn"]) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/desk/pack", {
      params: at(id, { piece_id: pieceId }),
      body,
    }),
  );

export const setCapitals = async (id: number, pieceId: number, body: Schemas["CapitalsIn"]) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/desk/capitals", {
      params: at(id, { piece_id: pieceId }),
      body,
    }),
  );

export const setOutletLimits = async (id: number, body: Schemas["OutletLimitsIn"]) =>
  data(await api.PUT("/api/projects/{project_id}/write/limits", { params: at(id), body }));

export const setRulesOff = async (id: number, rules: string[]) =>
  data(
    await api.PUT("/api/projects/{project_id}/write/rules", { params: at(id), body: { rules } }),
  );

export const readText = async (id: number, pieceId: number, text: string) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/desk/read", {
      params: at(id, { piece_id: pieceId }),
      body: { text },
    }),
  );

export const openDesk = async (id: number, body: Schemas["OpenDeskIn"]) =>
  data(await api.POST("/api/projects/{project_id}/writing/open", { params: at(id), body }));

export const bringFields = async (id: number, file: File) => {
  const form = new FormData();
  form.append("file", file);
  return data(
    await api.POST("/api/projects/{project_id}/drafts/file", {
      params: at(id),
      // The client's types know a file as text; what is sent is the form.
      body: { file: file.name },
      bodySerializer: () => form,
    }),
  );
};

export const takeFields = async (id: number, upload: number) =>
  data(
    await api.POST("/api/projects/{project_id}/drafts/file/{upload_id}/take", {
      params: at(id, { upload_id: upload }),
    }),
  );

export const priceTerms = async (id: number, pieceId: number, into: string) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/terms/price", {
      params: at(id, { piece_id: pieceId }),
      body: { into },
    }),
  );

export const askTerms = async (id: number, pieceId: number, into: string) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/terms", {
      params: at(id, { piece_id: pieceId }),
      body: { into },
    }),
  );
