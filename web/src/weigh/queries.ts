/** What weighing asks of the server. */
import { useQuery } from "@tanstack/react-query";
import { at } from "../api/at";
import { api, type Channel, data, type Schemas } from "../api/client";
import { PAGE, usePages } from "../shared/usePages";

export const usePrice = (
  projectId: number,
  channel: Channel,
  rowIds: number[] | null,
  open: boolean,
) =>
  useQuery({
    queryKey: ["price", projectId, channel, rowIds],
    queryFn: async () =>
      data(
        await api.POST("/api/projects/{project_id}/measure/price", {
          params: at(projectId),
          body: { channel, row_ids: rowIds },
        }),
      ),
    enabled: open,
    gcTime: 0,
  });

type SheetQuery = Partial<Schemas["SheetQuery"]>;

const sheetPage =
  (projectId: number, query: SheetQuery) => async (offset: number, signal: AbortSignal) =>
    data(
      await api.GET("/api/projects/{project_id}/sheet", {
        params: { ...at(projectId), query: { ...query, offset, limit: PAGE } },
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

/** What the last measuring of a channel did not get. */
export const useMeasuringGap = (projectId: number, channel: Channel) =>
  useQuery({
    queryKey: ["gap", projectId, channel],
    queryFn: async () =>
      data(
        await api.GET("/api/projects/{project_id}/measure/gap", {
          params: { ...at(projectId), query: { channel } },
        }),
      ),
  });
