/** What can be changed from every room. */
import { at } from "../api/at";
import { api, data, type Schemas } from "../api/client";

export const stopJob = async (id: number, jobId: number) =>
  data(
    await api.POST("/api/projects/{project_id}/jobs/{job_id}/stop", {
      params: at(id, { job_id: jobId }),
    }),
  );

export const readJob = async (id: number, jobId: number) =>
  data(
    await api.GET("/api/projects/{project_id}/jobs/{job_id}", {
      params: at(id, { job_id: jobId }),
    }),
  );

type Decided = Schemas["StateIn"]["state"];

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
