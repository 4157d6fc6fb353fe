/** The channels of search, the steps of the work, and where in them one is. */
import { useParams } from "@tanstack/react-router";
import { CHANNELS, FORMS } from "../api/channels";
import type { Channel } from "../api/client";

export { CHANNELS };
export const CHANNEL_IDS = CHANNELS.map((channel) => channel.id);
type Known = (typeof CHANNELS)[number];
export type Form = keyof typeof FORMS;

/** What is known of a channel. Its `find` never misses: the server's ids are those of the list. */
export function channelOf(id: Channel): Known {
  const found = CHANNELS.find((channel) => channel.id === id);
  if (!found) throw new Error(`no channel ${id}`);
  return found;
}

/** What is written for a channel. */
export const formOf = (form: Form) => FORMS[form];

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
