/** What the view of a results page asks and changes. */
import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { at } from "../../api/at";
import { api, type Channel, data, type Schemas } from "../../api/client";
import type { ResultsSearch } from "./search";

export const resultsQuery = (
  projectId: number,
  rowId: number,
  { keyword: _, ...asked }: ResultsSearch,
) =>
  queryOptions({
    queryKey: ["results", projectId, rowId, asked],
    queryFn: async ({ signal }) =>
      data(
        await api.GET("/api/projects/{project_id}/rows/{row_id}/page", {
          params: { ...at(projectId, { row_id: rowId }), query: asked },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
  });

export const pagesPriceQuery = (projectId: number, body: Schemas["ReadPagesIn"]) =>
  queryOptions({
    queryKey: ["pages-price", projectId, body],
    queryFn: async () =>
      data(
        await api.POST("/api/projects/{project_id}/pages/price", { params: at(projectId), body }),
      ),
    gcTime: 0,
  });

export const readPages = async (projectId: number, body: Schemas["ReadPagesIn"]) =>
  data(await api.POST("/api/projects/{project_id}/pages/read", { params: at(projectId), body }));

/** Options of a run that asks nothing: only what was typed is kept. */
const PLAIN: Schemas["RunOptions"] = {
  depth: 1,
  steps: 1,
  place: "",
  into: "",
  results: 10,
  most: 5_000,
};

export const gatherPhrase = async (
  projectId: number,
  text: string,
  channel: Schemas["PageOut"]["channel"],
) =>
  data(
    await api.POST("/api/projects/{project_id}/gather/runs", {
      params: at(projectId),
      body: { seeds: text, channels: [channel], ways: [], options: PLAIN },
    }),
  );

export const notePage = async (projectId: number, rowId: number, text: string) =>
  data(
    await api.POST("/api/projects/{project_id}/rows/{row_id}/page/note", {
      params: at(projectId, { row_id: rowId }),
      body: { text },
    }),
  );

export const bringPages = async (projectId: number, channel: Channel, file: File) => {
  const form = new FormData();
  form.append("file", file);
  return data(
    await api.POST("/api/projects/{project_id}/pages/file", {
      params: { ...at(projectId), query: { channel } },
      // The client's types know a file as text; what is sent is the form.
      body: { file: file.name },
      bodySerializer: () => form,
    }),
  );
};

export const readFields = async (projectId: number, rowId: number) =>
  data(
    await api.POST("/api/projects/{project_id}/rows/{row_id}/page/fields", {
      params: at(projectId, { row_id: rowId }),
    }),
  );

export const readTalk = async (projectId: number, rowId: number, address: string) =>
  data(
    await api.POST("/api/projects/{project_id}/rows/{row_id}/page/talk", {
      params: at(projectId, { row_id: rowId }),
      body: { address },
    }),
  );

export const piecesForQuery = (projectId: number, rowId: number) =>
  queryOptions({
    queryKey: ["pieces-for", projectId, rowId],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/rows/{row_id}/pieces", {
          params: at(projectId, { row_id: rowId }),
        }),
      ),
  });

export const addTags = async (projectId: number, pieceId: number, tags: string[]) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/tags", {
      params: at(projectId, { piece_id: pieceId }),
      body: { tags },
    }),
  );

export type RivalTold = Schemas["RivalInFullOut"];

export const rivalsQuery = (projectId: number, channel: Channel) =>
  queryOptions({
    queryKey: ["rivals", projectId, channel],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/rivals", {
          params: { ...at(projectId), query: { channel } },
        }),
      ),
  });

export const rivalQuery = (projectId: number, channel: Channel, publisher: string) =>
  queryOptions({
    queryKey: ["rival", projectId, channel, publisher],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/rivals/one", {
          params: { ...at(projectId), query: { channel, publisher } },
        }),
      ),
  });

export const readRanks = async (projectId: number, channel: Channel, publisher: string) =>
  data(
    await api.POST("/api/projects/{project_id}/rivals/read", {
      params: at(projectId),
      body: { channel, publisher },
    }),
  );

export const forgetNote = async (projectId: number, rowId: number) =>
  data(
    await api.DELETE("/api/projects/{project_id}/rows/{row_id}/page/note", {
      params: at(projectId, { row_id: rowId }),
    }),
  );
