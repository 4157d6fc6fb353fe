/** Server state: what is asked, under which key, and what becomes stale when something changes. */
import { keepPreviousData, type QueryClient, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { PAGE, usePages } from "../parts/usePages";
import { api, type Channel, data, type Job, type Problem, type Schemas } from "./client";

const path = (projectId: number) => ({ path: { project_id: projectId } });

export const useSession = () =>
  useQuery({ queryKey: ["session"], queryFn: async () => data(await api.GET("/api/session")), staleTime: 60_000 });

export const useProjects = () =>
  useQuery({ queryKey: ["projects"], queryFn: async () => data(await api.GET("/api/projects")) });

export const projectQuery = (projectId: number) => ({
  queryKey: ["project", projectId],
  queryFn: async () => data(await api.GET("/api/projects/{project_id}", { params: path(projectId) })),
});

export const useProject = (projectId: number) => useQuery(projectQuery(projectId));

export const useFigures = () =>
  useQuery({
    queryKey: ["figures"],
    queryFn: async () => data(await api.GET("/api/figures")),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const overviewQuery = (projectId: number) => ({
  queryKey: ["overview", projectId],
  queryFn: async () => data(await api.GET("/api/projects/{project_id}/overview", { params: path(projectId) })),
});

export const useOverview = (projectId: number) =>
  useQuery({
    ...overviewQuery(projectId),
    // While a job runs the counts move; at rest another window may have changed them.
    refetchInterval: (query) => (query.state.data?.jobs.length ? 700 : 15_000),
  });

export const useJobs = (projectId: number, kind: string) =>
  useQuery({
    queryKey: ["jobs", projectId, kind],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/jobs", { params: { ...path(projectId), query: { kind } } })),
    refetchInterval: (query) =>
      query.state.data?.some((job) => job.state === "queued" || job.state === "running") ? 700 : false,
  });

export const useWays = (projectId: number) =>
  useQuery({
    queryKey: ["ways", projectId],
    queryFn: async () => data(await api.GET("/api/projects/{project_id}/gather/ways", { params: path(projectId) })),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const useCoverage = (projectId: number, channel: Channel) =>
  useQuery({
    queryKey: ["coverage", projectId, channel],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/gather/coverage", {
          params: { ...path(projectId), query: { channel } },
        }),
      ),
    placeholderData: keepPreviousData,
  });

export type StreamQuery = Required<Omit<Schemas["StreamQuery"], "offset" | "limit">>;

/** What arrived; while something is under way it is asked for again and again, so that it streams. */
export const useStream = (projectId: number, query: StreamQuery, live: boolean) =>
  usePages(
    ["stream", projectId, query],
    async (offset, signal) =>
      data(
        await api.GET("/api/projects/{project_id}/gather/stream", {
          params: { ...path(projectId), query: { ...query, offset, limit: PAGE } },
          signal,
        }),
      ),
    live ? STREAMED_EVERY_MS : undefined,
  );
const STREAMED_EVERY_MS = 250;

export const useFamily = (projectId: number, rowId: number | undefined) =>
  useQuery({
    queryKey: ["family", projectId, rowId],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/rows/{row_id}/family", {
          params: { path: { project_id: projectId, row_id: rowId ?? 0 } },
        }),
      ),
    enabled: rowId !== undefined,
  });

export const useRules = (projectId: number) =>
  useQuery({
    queryKey: ["rules", projectId],
    queryFn: async () => data(await api.GET("/api/projects/{project_id}/leave-outs", { params: path(projectId) })),
  });

export const useHints = (projectId: number) =>
  useQuery({
    queryKey: ["hints", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/leave-outs/hints", { params: path(projectId) })),
  });

export const useTriedRule = (projectId: number, rule: Schemas["RuleIn"]) =>
  useQuery({
    queryKey: ["tried", projectId, rule],
    queryFn: async () =>
      data(await api.POST("/api/projects/{project_id}/leave-outs/try", { params: path(projectId), body: rule })),
    enabled: rule.value.trim() !== "",
    placeholderData: keepPreviousData,
    retry: false,
  });

export const useCombinations = (projectId: number, recipe: Schemas["RecipeIn"], open: boolean) =>
  useQuery({
    queryKey: ["combinations", projectId, recipe],
    queryFn: async () =>
      data(await api.POST("/api/projects/{project_id}/combiner/preview", { params: path(projectId), body: recipe })),
    enabled: open && recipe.core.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
  });

export const useEstimate = (projectId: number, run: Schemas["RunIn"]) =>
  useQuery({
    queryKey: ["estimate", projectId, run],
    queryFn: async () =>
      data(await api.POST("/api/projects/{project_id}/gather/estimate", { params: path(projectId), body: run })),
    enabled: run.seeds.trim() !== "" || run.ways.includes("years"),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const usePrice = (projectId: number, channel: Channel, rowIds: number[] | null, open: boolean) =>
  useQuery({
    queryKey: ["price", projectId, channel, rowIds],
    queryFn: async () =>
      data(
        await api.POST("/api/projects/{project_id}/measure/price", {
          params: path(projectId),
          body: { channel, row_ids: rowIds },
        }),
      ),
    enabled: open,
    gcTime: 0,
  });

export const inspectionQuery = (projectId: number, rowId: number) => ({
  queryKey: ["row", projectId, rowId],
  queryFn: async () =>
    data(
      await api.GET("/api/projects/{project_id}/rows/{row_id}", {
        params: { path: { project_id: projectId, row_id: rowId } },
      }),
    ),
});

export const useInspection = (projectId: number, rowId: number | undefined) =>
  useQuery({
    ...inspectionQuery(projectId, rowId ?? 0),
    enabled: rowId !== undefined,
    placeholderData: keepPreviousData,
  });

type SheetQuery = Partial<Schemas["SheetQuery"]>;

const sheetPage = (projectId: number, query: SheetQuery) => async (offset: number, signal: AbortSignal) =>
  data(
    await api.GET("/api/projects/{project_id}/sheet", {
      params: { ...path(projectId), query: { ...query, offset, limit: PAGE } },
      signal,
    }),
  );

export const useSheet = (projectId: number, query: SheetQuery) =>
  usePages(["sheet", projectId, query], sheetPage(projectId, query));

/** The first page of a sheet, to be asked for before the page that shows it is there. */
export const firstSheetPage = (projectId: number, query: SheetQuery) => ({
  queryKey: ["sheet", projectId, query, 0],
  queryFn: ({ signal }: { signal: AbortSignal }) => sheetPage(projectId, query)(0, signal),
});

export type ClustersQuery = {
  channel: Channel;
  q: string;
  sort: "worth" | "volume" | "keywords" | "chance";
  several: boolean;
};

export const useClusterPages = (projectId: number, query: ClustersQuery) =>
  usePages(["clusters", projectId, query], async (offset, signal) => {
    const found = data(
      await api.GET("/api/projects/{project_id}/clusters", {
        params: { ...path(projectId), query: { ...query, offset, limit: PAGE } },
        signal,
      }),
    );
    return { total: found.matched, offset, rows: found.clusters };
  });

/** The clusters that fit some words, for choosing one: fifty at most. */
export const useClusters = (projectId: number, query: ClustersQuery) =>
  useQuery({
    queryKey: ["cluster choice", projectId, query],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/clusters", {
          params: { ...path(projectId), query: { ...query, limit: 50 } },
        }),
      ),
    placeholderData: keepPreviousData,
  });

export const useCluster = (projectId: number, clusterId: number | undefined) =>
  useQuery({
    queryKey: ["cluster", projectId, clusterId],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/clusters/{cluster_id}", {
          params: { path: { project_id: projectId, cluster_id: clusterId ?? 0 } },
        }),
      ),
    enabled: clusterId !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });

export const usePlan = (projectId: number) =>
  useQuery({
    queryKey: ["plan", projectId],
    queryFn: async () => data(await api.GET("/api/projects/{project_id}/plan", { params: path(projectId) })),
  });

export const usePiece = (projectId: number, pieceId: number | undefined) =>
  useQuery({
    queryKey: ["piece", projectId, pieceId],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/pieces/{piece_id}", {
          params: { path: { project_id: projectId, piece_id: pieceId ?? 0 } },
        }),
      ),
    enabled: pieceId !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });

/** Everything of a project may have changed: figures rest on each other across the steps. */
export function refreshProject(client: QueryClient, projectId: number): Promise<void> {
  return client.invalidateQueries({
    predicate: (query) => query.queryKey[1] === projectId && query.queryKey[0] !== "ways",
  });
}

/** A job that a change has just started is open at once: one that is over before the next look would end unseen. */
function noteStarted(client: QueryClient, projectId: number, out: unknown): void {
  if (typeof out !== "object" || out === null || !("state" in out) || !("kind" in out)) return;
  const job = out as Job;
  if (!isOpen(job)) return;
  client.setQueryData<Schemas["OverviewOut"]>(["overview", projectId], (now) =>
    now && !now.jobs.some((one) => one.id === job.id) ? { ...now, jobs: [...now.jobs, job] } : now,
  );
}

/** A change to a project: runs, then refreshes what it may have touched. */
export function useChange<In, Out>(
  projectId: number,
  change: (given: In) => Promise<Out>,
  then: { done?: (out: Out, given: In) => void; failed?: (problem: Problem) => void } = {},
) {
  const client = useQueryClient();
  return useMutation<Out, Problem, In>({
    mutationFn: change,
    onSuccess: (out, given) => {
      noteStarted(client, projectId, out);
      refreshProject(client, projectId);
      then.done?.(out, given);
    },
    onError: (problem) => then.failed?.(problem),
  });
}

export const isOpen = (job: Job) => job.state === "queued" || job.state === "running";
