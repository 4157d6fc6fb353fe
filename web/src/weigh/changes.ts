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

export const markPriority = async (
  id: number,
  rowIds: number[],
  priority: Schemas["PriorityIn"]["priority"],
) =>
  data(
    await api.POST("/api/projects/{project_id}/rows/priority", {
      params: at(id),
      body: { row_ids: rowIds, priority },
    }),
  );

export const pickedText = async (id: number, body: Schemas["PickedIn"]): Promise<string> =>
  data(
    await api.POST("/api/projects/{project_id}/keywords/picked", {
      params: at(id),
      body,
      parseAs: "text",
    }),
  ) as unknown as string;

export const guessChance = async (
  id: number,
  rowIds: number[],
  guess: Schemas["GuessIn"]["guess"],
) =>
  data(
    await api.POST("/api/projects/{project_id}/rows/guess", {
      params: at(id),
      body: { row_ids: rowIds, guess },
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
