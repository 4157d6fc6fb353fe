/** What can be changed from anywhere. */
import { at } from "../api/at";
import { api, data } from "../api/client";

/** The last change, or, `alone`, any other by itself. */
export const undo = async (id: number, entry: number, alone = false) =>
  data(
    await api.POST("/api/projects/{project_id}/undo", {
      params: at(id),
      body: { entry, alone },
    }),
  );
