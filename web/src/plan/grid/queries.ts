/** What the grid asks and changes. */
import { at } from "../../api/at";
import { api, type Channel, data } from "../../api/client";

export const gatherTexts = async (projectId: number, channel: Channel, texts: readonly string[]) =>
  data(
    await api.POST("/api/projects/{project_id}/gather/runs", {
      params: at(projectId),
      body: {
        seeds: texts.join("\n"),
        channels: [channel],
        ways: [],
        options: { depth: 1, steps: 1, place: "", into: "", results: 10, most: 5_000 },
      },
    }),
  );
