/** What following can change. */
import { at } from "../api/at";
import { api, data, type Schemas } from "../api/client";
import { bringFile } from "../gather/changes";

export const checkRanks = async (id: number, live: number[]) =>
  data(
    await api.POST("/api/projects/{project_id}/follow/check", { params: at(id), body: { live } }),
  );

export const moveClock = async (id: number, days: number) =>
  data(
    await api.POST("/api/projects/{project_id}/follow/clock", { params: at(id), body: { days } }),
  );

export const changeWatch = async (id: number, body: Schemas["WatchIn"]) =>
  data(await api.PUT("/api/projects/{project_id}/follow/watch", { params: at(id), body }));

export const publishPiece = async (id: number, piece: number, body: Schemas["PublishIn"]) =>
  data(
    await api.POST("/api/projects/{project_id}/pieces/{piece_id}/publish", {
      params: at(id, { piece_id: piece }),
      body,
    }),
  );

export const takeDown = async (id: number, live: number, body: Schemas["DownIn"]) =>
  data(
    await api.POST("/api/projects/{project_id}/live/{live_id}/down", {
      params: at(id, { live_id: live }),
      body,
    }),
  );

export const readBack = async (id: number, live: number, text: string) =>
  data(
    await api.POST("/api/projects/{project_id}/live/{live_id}/read-back", {
      params: at(id, { live_id: live }),
      body: { text },
    }),
  );

export const noteEvent = async (id: number, body: Schemas["EventIn"]) =>
  data(await api.POST("/api/projects/{project_id}/diary", { params: at(id), body }));

export const changeEntry = async (id: number, entry: number, body: Schemas["EntryChange"]) =>
  data(
    await api.PATCH("/api/projects/{project_id}/diary/{entry_id}", {
      params: at(id, { entry_id: entry }),
      body,
    }),
  );

export const removeEntry = async (id: number, entry: number) =>
  data(
    await api.DELETE("/api/projects/{project_id}/diary/{entry_id}", {
      params: at(id, { entry_id: entry }),
    }),
  );

export const makeTask = async (id: number, live: number, rule: string) =>
  data(
    await api.POST("/api/projects/{project_id}/live/{live_id}/task", {
      params: at(id, { live_id: live }),
      body: { rule },
    }),
  );

export const setLearns = async (id: number, outlet: number, learns: boolean) =>
  data(
    await api.PUT("/api/projects/{project_id}/outlets/{outlet_id}/learns", {
      params: at(id, { outlet_id: outlet }),
      body: { learns },
    }),
  );

export const setFigures = async (id: number, body: Schemas["FiguresIn"]) =>
  data(await api.PUT("/api/projects/{project_id}/follow/report", { params: at(id), body }));

/** Figures of months, from a table. */
export const bringMonths = async (id: number, file: File) => {
  const { id: kept } = await bringFile(id, file);
  return data(
    await api.POST("/api/projects/{project_id}/follow/report/bring", {
      params: at(id),
      body: { file: kept },
    }),
  );
};

/** Take lines of one's own reports out again, of days from first to last. */
export const takeOutReport = async (id: number, body: Schemas["ReportTakeOutIn"]) =>
  data(
    await api.POST("/api/projects/{project_id}/follow/own-report/take-out", {
      params: at(id),
      body,
    }),
  );

/** One's own page-and-query report, from a table. */
export const bringOwnReport = async (
  id: number,
  channel: Schemas["ReportBringIn"]["channel"],
  file: File,
) => {
  const { id: kept } = await bringFile(id, file);
  return data(
    await api.POST("/api/projects/{project_id}/follow/own-report", {
      params: at(id),
      body: { file: kept, channel, day: null },
    }),
  );
};
