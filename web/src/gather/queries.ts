/** What gathering asks of the server. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { at } from "../api/at";
import { api, type Channel, data, type Schemas } from "../api/client";
import { isOpen } from "../shared/startedJobs";
import { PAGE, usePages } from "../shared/usePages";

export const useWays = (projectId: number) =>
  useQuery({
    queryKey: ["ways", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/gather/ways", { params: at(projectId) })),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const useCoverage = (projectId: number, channel: Channel) =>
  useQuery({
    queryKey: ["coverage", projectId, channel],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/gather/coverage", {
          params: { ...at(projectId), query: { channel } },
        }),
      ),
    placeholderData: keepPreviousData,
  });

export type StreamQuery = Required<Omit<Schemas["StreamQuery"], "offset" | "limit">>;

/** What arrived; while something is under way it is asked for again and again, so that it
 * streams. */
export const useStream = (projectId: number, query: StreamQuery, live: boolean) =>
  usePages(
    ["stream", projectId, query],
    async (offset, signal) =>
      data(
        await api.GET("/api/projects/{project_id}/gather/stream", {
          params: { ...at(projectId), query: { ...query, offset, limit: PAGE } },
          signal,
        }),
      ),
    live ? STREAMED_EVERY_MS : undefined,
  );

const STREAMED_EVERY_MS = 250;

/** A keyword's variants; its figures may change while it is looked at, as those of every row. */
export const familyQuery = (projectId: number, rowId: number) => ({
  queryKey: ["family", projectId, rowId],
  queryFn: async () =>
    data(
      await api.GET("/api/projects/{project_id}/rows/{row_id}/family", {
        params: at(projectId, { row_id: rowId }),
      }),
    ),
});

export const useFamily = (projectId: number, rowId: number | undefined) =>
  useQuery({ ...familyQuery(projectId, rowId ?? 0), enabled: rowId !== undefined });

export const useRules = (projectId: number) =>
  useQuery({
    queryKey: ["rules", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/rules", { params: at(projectId) })),
  });

export const useHints = (projectId: number) =>
  useQuery({
    queryKey: ["hints", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/rules/hints", { params: at(projectId) })),
  });

export const useTriedRule = (projectId: number, rule: Schemas["RuleIn"]) =>
  useQuery({
    queryKey: ["tried", projectId, rule],
    queryFn: async () =>
      data(
        await api.POST("/api/projects/{project_id}/rules/try", {
          params: at(projectId),
          body: rule,
        }),
      ),
    enabled: rule.value.trim() !== "",
    placeholderData: keepPreviousData,
    retry: false,
  });

export const useCombinations = (projectId: number, recipe: Schemas["RecipeIn"], open: boolean) =>
  useQuery({
    queryKey: ["combinations", projectId, recipe],
    queryFn: async () =>
      data(
        await api.POST("/api/projects/{project_id}/combiner/preview", {
          params: at(projectId),
          body: recipe,
        }),
      ),
    enabled: open && recipe.base.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
  });

/** Seeds to begin with, from what the project says of itself. */
export function useProposedSeeds(projectId: number, wanted: boolean): readonly string[] {
  const proposed = useQuery({
    queryKey: ["suggested seeds", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/gather/proposed", { params: at(projectId) })),
    enabled: wanted,
  });
  return wanted ? (proposed.data?.seeds ?? []) : [];
}

export const useEstimate = (projectId: number, run: Schemas["RunIn"]) =>
  useQuery({
    queryKey: ["estimate", projectId, run],
    queryFn: async () =>
      data(
        await api.POST("/api/projects/{project_id}/gather/estimate", {
          params: at(projectId),
          body: run,
        }),
      ),
    enabled: run.seeds.trim() !== "" || run.ways.includes("years"),
    placeholderData: keepPreviousData,
    retry: false,
  });

/** Runs, combinings and imports, the latest first; while one is under way they are asked for
 * again. */
export const useRuns = (projectId: number) =>
  useQuery({
    queryKey: ["runs", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/gather/runs", { params: at(projectId) })),
    refetchInterval: (query) => (query.state.data?.some((run) => isOpen(run.job)) ? 700 : false),
  });
