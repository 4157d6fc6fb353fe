/** What can be changed from anywhere. */
import { at } from "../api/at";
import { api, data } from "../api/client";

export const undo = async (id: number, entry: number) =>
  data(await api.POST("/api/projects/{project_id}/undo", { params: at(id), body: { entry } }));
