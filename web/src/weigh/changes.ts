/** What weighing can change. */
import { at } from "../api/at";
import { api, type Channel, data, type Schemas } from "../api/client";

export const measure = async (id: number, channel: Channel, rowIds: number[] | null) =>
  data(
    await api.POST("/api/projects/{project_id}/measure", {
      params: at(id),
      body: { channel, row_ids: rowIds },
    }),
  );

export const markHeat = async (id: number, rowIds: number[], heat: Schemas["HeatIn"]["heat"]) =>
  data(
    await api.POST("/api/projects/{project_id}/rows/heat", {
      params: at(id),
      body: { row_ids: rowIds, heat },
    }),
  );

export const overruleIntent = async (
  id: number,
  rowIds: number[],
  intent: Schemas["IntentIn"]["intent"],
) =>
  data(
    await api.POST("/api/projects/{project_id}/rows/intent", {
      params: at(id),
      body: { row_ids: rowIds, intent },
    }),
  );
