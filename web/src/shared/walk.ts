/** The list that one came from: the arrows walk it, page by page, also after a reload. */
import { useNavigate } from "@tanstack/react-router";
import { useCallback } from "react";
import * as z from "zod/mini";
import type { Channel } from "../api/client";
import { usePlace } from "./channels";
import { id } from "./shapes";

const shape = z.object({
  name: z.string(),
  back: z.string(),
  ids: z.array(id),
});
export type Walk = z.output<typeof shape>;
const keyOf = (projectId: number, channel: string) => `bunraku.walk.${projectId}/${channel}`;
/** More keywords than anybody judges in one go. */
const MOST = 5_000;

export function readWalk(projectId: number, channel: string): Walk | null {
  try {
    return shape.parse(JSON.parse(sessionStorage.getItem(keyOf(projectId, channel)) ?? "null"));
  } catch {
    return null;
  }
}

/** Where in a list a keyword stands, and its neighbours there. */
export function placeIn(walk: Walk | null, id: number | undefined) {
  const at = walk && id !== undefined ? walk.ids.indexOf(id) : -1;
  if (!walk || at < 0) return { at: 0, of: 0, before: undefined, after: undefined };
  return { at: at + 1, of: walk.ids.length, before: walk.ids[at - 1], after: walk.ids[at + 1] };
}

/** Opens a keyword's results page from a list; `name` is what the list is called there. */
export function useOpenResults(name: string) {
  const { projectId, channel } = usePlace();
  const navigate = useNavigate();
  return useCallback(
    (id: number, ids: readonly number[], on: Channel = channel) => {
      const around = ids.slice(0, MOST);
      const walk: Walk = {
        name,
        back: location.pathname + location.search,
        ids: around.includes(id) ? [...around] : [id, ...around],
      };
      sessionStorage.setItem(keyOf(projectId, on), JSON.stringify(walk));
      navigate({
        to: "/p/$projectId/$channel/page",
        params: { projectId: String(projectId), channel: on },
        search: { keyword: id },
      });
    },
    [name, projectId, channel, navigate],
  );
}
