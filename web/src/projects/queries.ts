/** What is asked of the server about a project itself. */
import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { at } from "../api/at";
import { api, data } from "../api/client";

const LINES = 30;

/** What was done to a project, the latest first, some lines at a time. */
export const useLog = (projectId: number) =>
  useInfiniteQuery({
    queryKey: ["log", projectId],
    queryFn: async ({ pageParam: offset }) =>
      data(
        await api.GET("/api/projects/{project_id}/log", {
          params: { ...at(projectId), query: { offset, limit: LINES } },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last) => {
      const next = last.offset + last.rows.length;
      return next < last.total ? next : undefined;
    },
  });

/** What is next in each project, in a line. */
export const useProjectLines = () =>
  useQuery({
    queryKey: ["project lines"],
    queryFn: async () => data(await api.GET("/api/projects/lines")),
  });

/** How strong an outlet must be by the places that it has. */
export const useImplied = (projectId: number, outletId: number, wanted: boolean) =>
  useQuery({
    queryKey: ["implied", projectId, outletId],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/outlets/{outlet_id}/implied", {
          params: at(projectId, { outlet_id: outletId }),
        }),
      ),
    enabled: wanted,
  });

/** What would go with a project: how many of each kind of thing. */
export const useHoldings = (projectId: number, wanted: boolean) =>
  useQuery({
    queryKey: ["holdings", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/holdings", { params: at(projectId) })),
    enabled: wanted,
  });

/** The project's sources, the most trusted first. */
export const useSources = (projectId: number) =>
  useQuery({
    queryKey: ["sources", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/sources", { params: at(projectId) })),
  });

/** What is installed here. */
export const useInstallation = () =>
  useQuery({
    queryKey: ["installation"],
    queryFn: async () => data(await api.GET("/api/installation")),
    staleTime: Number.POSITIVE_INFINITY,
  });
