/** What the order of things asks and changes. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { at } from "../../api/at";
import { api, type Channel, data } from "../../api/client";
import type { Of, Way, Weights } from "./words";

export type Asked = { channel: Channel; of: Of; way: Way; beside: Way } & Partial<Weights>;

export const useRanking = (projectId: number, asked: Asked) =>
  useQuery({
    queryKey: ["ranking", projectId, asked],
    queryFn: async ({ signal }) =>
      data(
        await api.GET("/api/projects/{project_id}/ranking", {
          params: { ...at(projectId), query: asked },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
  });

export const useTakes = (projectId: number, asked: Asked, thing: number | undefined) =>
  useQuery({
    queryKey: ["ranking takes", projectId, asked, thing],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/ranking/takes", {
          params: { ...at(projectId), query: { ...asked, thing: thing ?? 0 } },
        }),
      ),
    enabled: thing !== undefined,
    placeholderData: keepPreviousData,
  });

export const useChosenRanking = (projectId: number) =>
  useQuery({
    queryKey: ["ranking chosen", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/ranking/chosen", { params: at(projectId) })),
  });

export const chooseRanking = async (projectId: number, way: Way, own: Partial<Weights>) =>
  data(
    await api.PUT("/api/projects/{project_id}/ranking/chosen", {
      params: at(projectId),
      body: { way, own },
    }),
  );
