import { useEffect, useState } from "react";
import type { Channel, Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { count, exact, plural } from "../parts/format";
import { Inspector } from "../parts/Inspector";
import { ProblemNote } from "../parts/ProblemNote";
import { useSay } from "../parts/toasts";
import { useKey } from "../parts/useKey";
import { useChange } from "../shared/useChange";
import { declineProposal, takeProposal } from "./changes";
import { useProposals } from "./queries";

type Proposal = Schemas["ClusterProposalOut"];
const KINDS = { split: "Split", merge: "Merge", adopt: "Add" } as const;

/** What could be done to the clusters: each with its reason, taken or declined by one key. */
export function ProposalsPanel({
  projectId,
  channel,
  onClose,
  onCluster,
}: {
  projectId: number;
  channel: Channel;
  onClose: () => void;
  onCluster: (id: number) => void;
}) {
  const found = useProposals(projectId, channel, true);
  const [at, setAt] = useState(0);
  const say = useSay();
  const told = found.data;
  // What was dealt with goes at once; what the server tells next is the truth again.
  const [dealt, setDealt] = useState<ReadonlySet<string>>(new Set());
  // biome-ignore lint/correctness/useExhaustiveDependencies: each time the server has told anew
  useEffect(() => setDealt(new Set()), [told]);
  const proposals = (told?.proposals ?? []).filter((one) => !dealt.has(keyOf(one)));
  const deal = (one: Proposal) => setDealt((now) => new Set([...now, keyOf(one)]));
  const place = Math.min(at, proposals.length - 1);
  const here = proposals[place];
  const take = useChange(
    projectId,
    (one: Proposal) =>
      takeProposal(projectId, {
        kind: one.kind,
        cluster: one.cluster,
        told: one.kind === "merge" ? [one.other ?? 0] : one.rows,
      }),
    {
      done: (_, one) => {
        deal(one);
        say(`${doneWords(one)}`, { undo: true });
      },
    },
  );
  const decline = useChange(
    projectId,
    (one: Proposal) =>
      declineProposal(projectId, {
        channel,
        kind: one.kind,
        keyword: one.keyword,
        other_keyword: one.other_keyword,
      }),
    {
      done: (_, one) => {
        deal(one);
        say("Dismissed.", { undo: true });
      },
    },
  );
  const busy = take.isPending || decline.isPending;
  const act = (what: typeof take | typeof decline) => here && !busy && what.mutate(here);
  useKey("y", () => act(take), { enabled: !!here });
  useKey("n", () => act(decline), { enabled: !!here });
  useKey("shift+j", () => setAt(Math.min(proposals.length - 1, place + 1)));
  useKey("shift+k", () => setAt(Math.max(0, place - 1)));
  const problem = found.error ?? take.error ?? decline.error;
  return (
    <Inspector label="Suggested changes" onClose={onClose}>
      <h2 className="pr-6 text-lg">Suggestions</h2>
      {problem && <ProblemNote error={problem} />}
      {told && (
        <p className="pt-1 pb-3 text-ink-2">
          {proposals.length
            ? `${plural(told.counts.split ?? 0, "cluster")} to split, ${told.counts.merge ?? 0} to ` +
              `merge, ${plural(told.counts.adopt ?? 0, "lone keyword")} to take in, among the ` +
              `${exact(told.looked_through)} keywords searched most. `
            : `No more suggestions for ${plural(told.looked_through, "keyword")}. `}
          {proposals.length > 0 && "Y accepts, N dismisses, J and K move."}
        </p>
      )}
      <ul>
        {proposals.map((one, number) => (
          <li
            key={keyOf(one)}
            aria-current={number === place ? "true" : undefined}
            className={`border-t border-hairline py-2 pl-2 ${
              number === place ? "shadow-[inset_3px_0_0_var(--color-persimmon)]" : ""
            }`}
          >
            <p>
              <strong>{KINDS[one.kind]}</strong>{" "}
              <button
                type="button"
                className="font-semibold hover:underline"
                onClick={() => onCluster(one.cluster)}
              >
                {one.name}
              </button>{" "}
              <span className="text-quiet">{whatWords(one)}</span>
            </p>
            <p className="text-xs text-ink-2">
              {one.why}
              {one.searched > 0 && ` · ${count(one.searched)} searches`}
            </p>
            <div className="flex gap-2 pt-1">
              <Button disabled={busy} onClick={() => take.mutate(one)}>
                {KINDS[one.kind]}
              </Button>
              <Button look="bare" disabled={busy} onClick={() => decline.mutate(one)}>
                Dismiss
              </Button>
            </div>
          </li>
        ))}
      </ul>
    </Inspector>
  );
}

const keyOf = (one: Proposal) => `${one.kind} ${one.keyword} ${one.other_keyword}`;

/** What of it moves. */
export function whatWords(one: Proposal): string {
  if (one.kind === "merge") return `with “${one.other_name}”`;
  const shown = one.texts
    .slice(0, 3)
    .map((text) => `“${text}”`)
    .join(", ");
  const more = one.rows.length > 3 ? ` and ${one.rows.length - 3} more` : "";
  return one.kind === "split" ? `off ${shown}${more}` : `takes in ${shown}`;
}

function doneWords(one: Proposal): string {
  if (one.kind === "merge") return `“${one.other_name}” is part of “${one.name}” now.`;
  if (one.kind === "split") return `${plural(one.rows.length, "keyword")} are now separate.`;
  return `“${one.texts[0]}” is in “${one.name}” now.`;
}
