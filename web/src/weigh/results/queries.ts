/** What the view of a results page asks and changes. */
import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { at } from "../../api/at";
import { api, data, type Schemas } from "../../api/client";
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
