/** The three kinds of search, the steps of the work, and where in them one is. */
import { useParams } from "@tanstack/react-router";
import type { Channel } from "../api/client";

export const CHANNELS: readonly { id: Channel; name: string; standing: string }[] = [
  { id: "web", name: "Web", standing: "Authority, 0-100" },
  { id: "video", name: "Video", standing: "Followers" },
  { id: "marketplace", name: "Marketplace", standing: "Reviews" },
];

export const STEPS = [
  { id: "gather", name: "Gather" },
  { id: "weigh", name: "Weigh" },
  { id: "cluster", name: "Cluster" },
  { id: "plan", name: "Plan" },
  { id: "write", name: "Write" },
  { id: "follow", name: "Follow" },
] as const;
export type StepId = (typeof STEPS)[number]["id"];

export const channelName = (id: string): string =>
  CHANNELS.find((channel) => channel.id === id)?.name ?? id;

/** The project and channel of the address; only inside a project's pages. */
export function usePlace(): { projectId: number; channel: Channel } {
  const params = useParams({ from: "/p/$projectId/$channel" });
  return { projectId: Number(params.projectId), channel: params.channel as Channel };
}
