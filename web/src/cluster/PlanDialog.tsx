import { useState } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { Checkbox } from "../parts/Checkbox";
import { count, money, plural } from "../parts/format";
import { Modal } from "../parts/Modal";
import {
  decidable,
  type Group,
  NOTHING_MORE,
  type Other,
  ownWords,
  type Preview,
  piecesOf,
  toPlan,
} from "./planning";

/** What planning the chosen clusters needs decided: those that would fight for the same searchers,
 * together, those that a page of one's own ranks for, and those that are not about the subject. Keys: m served too, k a piece of its own. */
export function PlanDialog({
  preview,
  clusterIds,
  currency,
  busy,
  onPlan,
  onClose,
}: {
  preview: Preview;
  clusterIds: readonly number[];
  currency: string;
  busy: boolean;
  onPlan: (plan: Schemas["PiecesIn"]) => void;
  onClose: () => void;
}) {
  const [apart, setApart] = useState<ReadonlySet<number>>(new Set());
  const [wanted, setWanted] = useState(NOTHING_MORE);
  const [at, setAt] = useState(0);
  const plan = toPlan(clusterIds, preview.groups, apart, wanted);
  const pieces = piecesOf(preview, plan);
  const order = decidable(preview);
  const last = order.length - 1;
  const choose = (other: Other | undefined, own: boolean) => {
    if (other?.cluster_id == null) return;
    const next = new Set(apart);
    if (own) next.add(other.cluster_id);
    else next.delete(other.cluster_id);
    setApart(next);
    setAt(Math.min(order.indexOf(other) + 1, last));
  };
  return (
    <Modal open onOpenChange={(open) => !open && onClose()} title="Before planning" wide>
      {preview.groups.length > 0 && (
        <section aria-label="Competing pieces">
          <p className="pb-2 text-ink-2">
            Two pieces targeting one keyword compete with each other (cannibalisation). Choose for
            each: <Key>m</Key> covers the marked one in the same piece, <Key>k</Key> gives it a
            separate piece.
          </p>
          {/* biome-ignore lint/a11y/noStaticElementInteractions: keys decide on what is marked */}
          <div
            // biome-ignore lint/a11y/noNoninteractiveTabindex: as above
            tabIndex={0}
            className="max-h-[52vh] overflow-auto border-y border-hairline"
            onKeyDown={(event) => {
              if (event.key === "m") choose(order[at], false);
              else if (event.key === "k") choose(order[at], true);
              else if (event.key === "ArrowDown") setAt(Math.min(at + 1, last));
              else if (event.key === "ArrowUp") setAt(Math.max(at - 1, 0));
              else return;
              event.preventDefault();
            }}
            ref={(list) => {
              if (list && !list.contains(document.activeElement)) list.focus();
            }}
          >
            {preview.groups.map((group) => (
              <GroupLines
                key={group.serves.main + String(group.serves.piece_id)}
                group={group}
                apart={apart}
                marked={order[at]}
                currency={currency}
                onChoose={choose}
              />
            ))}
          </div>
        </section>
      )}
      {preview.own.length > 0 && (
        <section aria-label="Your own pages" className="pt-3">
          <p className="text-ink-2">
            {plural(preview.own.length, "cluster has", "clusters have")} a page of yours that ranks
            already. It is improved where there is something to gain, and left alone where not; no
            new page is written.
          </p>
          <ul className="max-h-[24vh] overflow-auto py-1">
            {preview.own.map((own) => (
              <li key={own.cluster_id} className="flex gap-3 py-[2px]">
                <span className="min-w-0 flex-1 truncate">{own.name}</span>
                <span className="min-w-0 flex-1 truncate text-quiet">{ownWords(own)}</span>
              </li>
            ))}
          </ul>
          <label className="flex items-center gap-2 pt-1">
            <Checkbox
              checked={wanted.newPages}
              onChange={(newPages) => setWanted({ ...wanted, newPages })}
            />
            Write new pages anyway
          </label>
        </section>
      )}
      {preview.off_topic.length > 0 && (
        <section aria-label="Off topic" className="pt-3">
          <p className="text-ink-2">
            {plural(preview.off_topic.length, "cluster is", "clusters are")} off topic or outside
            your area, and not planned:{" "}
            {preview.off_topic
              .slice(0, 12)
              .map((cluster) => `“${cluster.name}”`)
              .join(", ")}
            {preview.off_topic.length > 12 && ` and ${preview.off_topic.length - 12} more`}.
          </p>
          <label className="flex items-center gap-2 pt-1">
            <Checkbox
              checked={wanted.offTopic}
              onChange={(offTopic) => setWanted({ ...wanted, offTopic })}
            />
            Plan {preview.off_topic.length === 1 ? "it" : "them"} anyway
          </label>
        </section>
      )}
      <div className="flex gap-2 pt-4">
        <Button
          look="go"
          disabled={busy || !(pieces || plan.joined.length)}
          onClick={() => onPlan(plan)}
        >
          Plan {plural(pieces, "piece")}
        </Button>
        <Button onClick={onClose}>Back to the clusters</Button>
      </div>
    </Modal>
  );
}

function Key({ children }: { children: string }) {
  return (
    <kbd className="rounded-sm border border-hairline bg-paper px-1 font-semibold">{children}</kbd>
  );
}

function GroupLines({
  group,
  apart,
  marked,
  currency,
  onChoose,
}: {
  group: Group;
  apart: ReadonlySet<number>;
  marked: Other | undefined;
  currency: string;
  onChoose: (other: Other, own: boolean) => void;
}) {
  return (
    <section
      aria-label={group.serves.title}
      className="border-b border-hairline py-2 last:border-0"
    >
      <h3 className="px-3 font-semibold">
        {group.serves.title}{" "}
        <span className="text-xs font-normal text-quiet">{figuresOf(group.serves, currency)}</span>
      </h3>
      <ul>
        {group.others.map((other) => {
          const own = other.cluster_id === null || apart.has(other.cluster_id);
          return (
            <li
              key={other.main + String(other.piece_id)}
              className={`flex items-center gap-3 py-1 pr-2 pl-8
                ${other === marked ? "shadow-[inset_3px_0_0_var(--color-persimmon)]" : ""}`}
            >
              <span className="min-w-0 flex-1">
                {other.main}{" "}
                <span className="text-xs text-quiet">
                  {[figuresOf(other, currency), other.why].filter(Boolean).join("; ")}
                </span>
              </span>
              {other.cluster_id !== null && (
                <span className="flex shrink-0 gap-1">
                  <Button
                    look={own ? "plain" : "main"}
                    aria-pressed={!own}
                    onClick={() => onChoose(other, false)}
                  >
                    Cover in the other piece
                  </Button>
                  <Button
                    look={own ? "main" : "plain"}
                    aria-pressed={own}
                    onClick={() => onChoose(other, true)}
                  >
                    Separate piece
                  </Button>
                </span>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function figuresOf(side: Schemas["RivalOut"], currency: string): string {
  const told = [
    side.piece_id !== null ? "planned already" : "",
    side.volume === null ? "" : `${count(side.volume)} searches a month`,
    side.worth === null ? "" : `worth ${money(side.worth, currency)} a month`,
  ];
  return told.filter(Boolean).join(", ");
}
