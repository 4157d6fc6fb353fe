/** Everything that can be changed, one function a use case; errors are thrown as Problem. */
import { api, type Channel, data, type Schemas } from "./client";

const at = (projectId: number) => ({ path: { project_id: projectId } });
type Decided = Schemas["StateIn"]["state"];

export const signIn = async (body: Schemas["CredentialsIn"]) => data(await api.POST("/api/session", { body }));
export const signUp = async (body: Schemas["CredentialsIn"]) => data(await api.POST("/api/accounts", { body }));
export const signOut = async () => data(await api.POST("/api/sign-out"));

export const createProject = async (body: Schemas["ProjectIn"]) => data(await api.POST("/api/projects", { body }));
export const changeProject = async (id: number, body: Schemas["ProjectChange"]) =>
  data(await api.PUT("/api/projects/{project_id}", { params: at(id), body }));
export const changeLocale = async (id: number, body: Schemas["LocaleIn"]) =>
  data(await api.PUT("/api/projects/{project_id}/locale", { params: at(id), body }));
export const addOutlet = async (id: number, body: Schemas["OutletIn"]) =>
  data(await api.POST("/api/projects/{project_id}/outlets", { params: at(id), body }));
export const changeOutlet = async (id: number, outletId: number, body: Schemas["OutletIn"]) =>
  data(
    await api.PUT("/api/projects/{project_id}/outlets/{outlet_id}", {
      params: { path: { project_id: id, outlet_id: outletId } },
      body,
    }),
  );
export const removeOutlet = async (id: number, outletId: number) =>
  data(
    await api.DELETE("/api/projects/{project_id}/outlets/{outlet_id}", {
      params: { path: { project_id: id, outlet_id: outletId } },
    }),
  );
export const undo = async (id: number) => data(await api.POST("/api/projects/{project_id}/undo", { params: at(id) }));

export const startRun = async (id: number, body: Schemas["RunIn"]) =>
  data(await api.POST("/api/projects/{project_id}/gather/runs", { params: at(id), body }));
export const decideRun = async (id: number, jobId: number, body: Schemas["DecideRunIn"]) =>
  data(
    await api.POST("/api/projects/{project_id}/gather/runs/{job_id}/decide", {
      params: { path: { project_id: id, job_id: jobId } },
      body,
    }),
  );
export const addRule = async (id: number, body: Schemas["RuleIn"]) =>
  data(await api.POST("/api/projects/{project_id}/leave-outs", { params: at(id), body }));
export const removeRule = async (id: number, ruleId: number) =>
  data(
    await api.DELETE("/api/projects/{project_id}/leave-outs/{rule_id}", {
      params: { path: { project_id: id, rule_id: ruleId } },
    }),
  );
export const askBox = async (id: number, body: Schemas["AskBoxIn"]) =>
  data(await api.POST("/api/projects/{project_id}/combiner/box", { params: at(id), body }));
export const takeCombinations = async (id: number, body: Schemas["RecipeIn"]) =>
  data(await api.POST("/api/projects/{project_id}/combiner/take", { params: at(id), body }));
export const bringFile = async (id: number, file: File) => {
  const form = new FormData();
  form.append("file", file);
  return data(
    await api.POST("/api/projects/{project_id}/files", {
      params: at(id),
      // The client's types know a file as text; what is sent is the form.
      body: { file: file.name },
      bodySerializer: () => form,
    }),
  );
};
export const lookAtFile = async (id: number, fileId: number, body: Schemas["ReadIn"]) =>
  data(
    await api.POST("/api/projects/{project_id}/files/{file_id}/look", {
      params: { path: { project_id: id, file_id: fileId } },
      body,
    }),
  );
export const importFile = async (id: number, fileId: number, body: Schemas["ImportIn"]) =>
  data(
    await api.POST("/api/projects/{project_id}/files/{file_id}/import", {
      params: { path: { project_id: id, file_id: fileId } },
      body,
    }),
  );
export const forgetFile = async (id: number, fileId: number) =>
  data(
    await api.DELETE("/api/projects/{project_id}/files/{file_id}", {
      params: { path: { project_id: id, file_id: fileId } },
    }),
  );
export const runAgain = async (id: number, jobId: number) =>
  data(
    await api.POST("/api/projects/{project_id}/gather/runs/{job_id}/again", {
      params: { path: { project_id: id, job_id: jobId } },
    }),
  );
export const stopJob = async (id: number, jobId: number) =>
  data(
    await api.POST("/api/projects/{project_id}/jobs/{job_id}/stop", {
      params: { path: { project_id: id, job_id: jobId } },
    }),
  );
export const readJob = async (id: number, jobId: number) =>
  data(
    await api.GET("/api/projects/{project_id}/jobs/{job_id}", { params: { path: { project_id: id, job_id: jobId } } }),
  );

export const measure = async (id: number, channel: Channel, rowIds: number[] | null) =>
  data(await api.POST("/api/projects/{project_id}/measure", { params: at(id), body: { channel, row_ids: rowIds } }));
export const setState = async (
  id: number,
  rowIds: number[],
  state: Decided,
  told: { reason?: string; note?: string } = {},
) =>
  data(
    await api.POST("/api/projects/{project_id}/sheet/state", {
      params: at(id),
      body: { row_ids: rowIds, state, reason: told.reason ?? "", note: told.note ?? "" },
    }),
  );
export const markHeat = async (id: number, rowIds: number[], heat: Schemas["HeatIn"]["heat"]) =>
  data(await api.POST("/api/projects/{project_id}/rows/heat", { params: at(id), body: { row_ids: rowIds, heat } }));
export const overruleIntent = async (id: number, rowIds: number[], intent: Schemas["IntentIn"]["intent"]) =>
  data(await api.POST("/api/projects/{project_id}/rows/intent", { params: at(id), body: { row_ids: rowIds, intent } }));

export const startClustering = async (id: number, channel: Channel, afresh: boolean) =>
  data(await api.POST("/api/projects/{project_id}/clustering", { params: at(id), body: { channel, afresh } }));
export const renameCluster = async (id: number, clusterId: number, name: string) =>
  data(
    await api.PUT("/api/projects/{project_id}/clusters/{cluster_id}/name", {
      params: { path: { project_id: id, cluster_id: clusterId } },
      body: { name },
    }),
  );
export const moveKeywords = async (id: number, rowIds: number[], clusterId: number | null) =>
  data(
    await api.POST("/api/projects/{project_id}/clusters/move", {
      params: at(id),
      body: { row_ids: rowIds, cluster_id: clusterId },
    }),
  );

export const makePieces = async (id: number, clusterIds: number[]) =>
  data(await api.POST("/api/projects/{project_id}/pieces", { params: at(id), body: { cluster_ids: clusterIds } }));
export const changePiece = async (id: number, pieceId: number, body: Schemas["PieceIn"]) =>
  data(
    await api.PATCH("/api/projects/{project_id}/pieces/{piece_id}", {
      params: { path: { project_id: id, piece_id: pieceId } },
      body,
    }),
  );
export const removePiece = async (id: number, pieceId: number) =>
  data(
    await api.DELETE("/api/projects/{project_id}/pieces/{piece_id}", {
      params: { path: { project_id: id, piece_id: pieceId } },
    }),
  );
export const giveKeyword = async (id: number, pieceId: number, rowId: number, main: boolean) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/keywords", {
      params: { path: { project_id: id, piece_id: pieceId } },
      body: { row_id: rowId, main },
    }),
  );
export const dropKeyword = async (id: number, pieceId: number, rowId: number) =>
  data(
    await api.DELETE("/api/projects/{project_id}/pieces/{piece_id}/keywords/{row_id}", {
      params: { path: { project_id: id, piece_id: pieceId, row_id: rowId } },
    }),
  );
export const fitPlan = async (id: number) =>
  data(await api.POST("/api/projects/{project_id}/plan/fit", { params: at(id) }));
