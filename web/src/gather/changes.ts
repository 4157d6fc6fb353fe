/** What gathering can change. */
import { at } from "../api/at";
import { api, data, type Schemas } from "../api/client";

export const startRun = async (id: number, body: Schemas["RunIn"]) =>
  data(await api.POST("/api/projects/{project_id}/gather/runs", { params: at(id), body }));

export const decideRun = async (id: number, jobId: number, body: Schemas["DecideRunIn"]) =>
  data(
    await api.POST("/api/projects/{project_id}/gather/runs/{job_id}/decide", {
      params: at(id, { job_id: jobId }),
      body,
    }),
  );

export const runAgain = async (id: number, jobId: number) =>
  data(
    await api.POST("/api/projects/{project_id}/gather/runs/{job_id}/again", {
      params: at(id, { job_id: jobId }),
    }),
  );

export const addRule = async (id: number, body: Schemas["RuleIn"]) =>
  data(await api.POST("/api/projects/{project_id}/rules", { params: at(id), body }));

export const removeRule = async (id: number, ruleId: number) =>
  data(
    await api.DELETE("/api/projects/{project_id}/rules/{rule_id}", {
      params: at(id, { rule_id: ruleId }),
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
      params: at(id, { file_id: fileId }),
      body,
    }),
  );

export const importFile = async (id: number, fileId: number, body: Schemas["ImportIn"]) =>
  data(
    await api.POST("/api/projects/{project_id}/files/{file_id}/import", {
      params: at(id, { file_id: fileId }),
      body,
    }),
  );

export const forgetFile = async (id: number, fileId: number) =>
  data(
    await api.DELETE("/api/projects/{project_id}/files/{file_id}", {
      params: at(id, { file_id: fileId }),
    }),
  );
