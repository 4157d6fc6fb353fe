/** Decisions before clusters become pieces: which of those that would fight one piece serves. */
import type { Schemas } from "../api/client";

export type Preview = Schemas["PreviewOut"];
export type Group = Preview["groups"][number];
export type Other = Group["others"][number];
/** Clusters that get a piece of their own though another could serve them. */
export type Apart = ReadonlySet<number>;

/** What is wanted though it is not planned by itself: clusters off the subject, and new pages where
 * one's own rank already. */
export interface Wanted {
  offTopic: boolean;
  newPages: boolean;
}
export const NOTHING_MORE: Wanted = { offTopic: false, newPages: false };

/** The clusters about which something can be decided, in the order they are shown. */
export const decidable = (preview: Preview): Other[] =>
  preview.groups.flatMap((group) => group.others).filter((other) => other.cluster_id !== null);

/** What is asked of the server for some clusters and what was decided about them. */
export function toPlan(
  clusterIds: readonly number[],
  groups: readonly Group[],
  apart: Apart,
  wanted: Wanted,
): Schemas["PiecesIn"] {
  const joined: Schemas["JoinIn"][] = [];
  const kept: Schemas["ApartIn"][] = [];
  for (const { serves, others } of groups) {
    const alone: Schemas["RivalOut"][] = [serves];
    for (const other of others) {
      if (other.cluster_id === null) alone.push(other);
      else if (apart.has(other.cluster_id)) {
        for (const one of alone)
          kept.push({
            cluster_id: other.cluster_id,
            other_cluster: one.cluster_id,
            other_piece: one.piece_id,
          });
        alone.push(other);
      } else
        joined.push({
          cluster_id: other.cluster_id,
          into_cluster: serves.cluster_id,
          into_piece: serves.piece_id,
        });
    }
  }
  return {
    cluster_ids: [...clusterIds],
    joined,
    apart: kept,
    off_topic: wanted.offTopic,
    new_pages: wanted.newPages,
  };
}

/** How many pieces come of it. */
export const piecesOf = (preview: Preview, plan: Schemas["PiecesIn"]): number =>
  preview.drafts.length -
  plan.joined.length +
  (plan.off_topic ? preview.off_topic.length : 0) +
  (plan.new_pages
    ? preview.own.length - preview.own.filter((own) => own.does === "improve").length
    : 0);

/** What happens for a cluster that a page of one's own ranks for. */
export function ownWords({ does, address }: Preview["own"][number]): string {
  switch (does) {
    case "improve":
      return `improve ${address || "your page"}`;
    case "covered":
      return "covered by a page that is improved";
    case "planned":
      return "your page is in the plan already";
    case "leave":
      return "at the top: leave it";
  }
}

/** How many new pieces have no month, and why some have none; "" where all have one. */
export function notScheduled({
  made,
  placed,
  unpaid,
}: Pick<Schemas["MadeOut"], "made" | "placed" | "unpaid">): string {
  if (placed >= made) return "";
  const why = unpaid ? ` (${unpaid} would not earn ${unpaid === 1 ? "its" : "their"} hours)` : "";
  return `${made - placed} not scheduled${why}`;
}
