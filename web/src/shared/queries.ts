/** What every room asks of the server: who is signed in, the project, how far it is. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { at } from "../api/at";
import { api, type Channel, data } from "../api/client";

export const useSession = () =>
  useQuery({
    queryKey: ["session"],
    queryFn: async () => data(await api.GET("/api/session")),
    staleTime: 60_000,
  });

export const useProjects = () =>
  useQuery({ queryKey: ["projects"], queryFn: async () => data(await api.GET("/api/projects")) });

export const projectQuery = (projectId: number) => ({
  queryKey: ["project", projectId],
  queryFn: async () => data(await api.GET("/api/projects/{project_id}", { params: at(projectId) })),
});

export const useProject = (projectId: number) => useQuery(projectQuery(projectId));

/** Whether a project rests on its own files alone: then no source is asked for anything. */
export const useOwnFiles = (projectId: number): boolean =>
  useProject(projectId).data?.figures_from === "files";

export const useSteps = () =>
  useQuery({
    queryKey: ["steps"],
    queryFn: async () => data(await api.GET("/api/steps")),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const useFigures = () =>
  useQuery({
    queryKey: ["figures"],
    queryFn: async () => data(await api.GET("/api/figures")),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const overviewQuery = (projectId: number) => ({
  queryKey: ["overview", projectId],
  queryFn: async () =>
    data(await api.GET("/api/projects/{project_id}/overview", { params: at(projectId) })),
});

export const useOverview = (projectId: number) =>
  useQuery({
    ...overviewQuery(projectId),
    // While a job runs the counts move; at rest another window may have changed them.
    refetchInterval: (query) => (query.state.data?.jobs.length ? 700 : 15_000),
  });

/** Everything about one keyword: every room looks at it. */
export const inspectionQuery = (projectId: number, rowId: number) => ({
  queryKey: ["row", projectId, rowId],
  queryFn: async () =>
    data(
      await api.GET("/api/projects/{project_id}/rows/{row_id}", {
        params: at(projectId, { row_id: rowId }),
      }),
    ),
});

export const useInspection = (projectId: number, rowId: number | undefined) =>
  useQuery({
    ...inspectionQuery(projectId, rowId ?? 0),
    enabled: rowId !== undefined,
    placeholderData: keepPreviousData,
  });

/** All themes of a channel with what they add up to and their clusters worth most. */
export const useThemes = (projectId: number, channel: Channel) =>
  useQuery({
    queryKey: ["themes", projectId, channel],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/plan/themes", {
          params: { ...at(projectId), query: { channel } },
        }),
      ),
  });
