import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Channel } from "../../api/client";
import { Block } from "../../parts/Block";
import { Button } from "../../parts/Button";
import { capital, count, likely, lookups, plural } from "../../parts/format";
import { ProblemNote } from "../../parts/ProblemNote";
import { SkeletonLines } from "../../parts/Skeleton";
import { useSay } from "../../parts/toasts";
import { channelOf, usePlace } from "../../shared/channels";
import { useChange } from "../../shared/useChange";
import { useOpenResults } from "../../shared/walk";
import { gatherPhrase, type RivalTold, readRanks, rivalQuery } from "./queries";

/** One competitor in full against ours: what it ranks for and we do not, both, and the reverse. */
export function RivalInFull({ publisher }: { publisher: string }) {
  const { projectId, channel } = usePlace();
  const found = useQuery(rivalQuery(projectId, channel, publisher));
  const say = useSay();
  const read = useChange(projectId, () => readRanks(projectId, channel, publisher));
  const gather = useChange(projectId, (text: string) => gatherPhrase(projectId, text, channel), {
    done: (_, text) => say(`${plural(text.split("\n").length, "phrase")} gathered.`),
    failed: (problem) => say(problem.message, { bad: true }),
  });
  const told = found.data;
  if (found.error) return <ProblemNote error={found.error} />;
  if (!told) return <SkeletonLines lines={8} />;
  const fresh = told.ranks.filter((rank) => !rank.known);
  return (
    <>
      <h2 className="pr-6 text-lg break-words">{publisher}</h2>
      <p className="pt-1 pb-3 text-ink-2">{standingWords(told, channel)}</p>
      <Best told={told} />
      <Side name="Only theirs" told={told} side="theirs" />
      <Side name="Both" told={told} side="both" />
      <Side name="Only yours" told={told} side="ours" />
      <Block
        title="Also ranks for"
        aside={told.ranks_read ? `${fresh.length} new of ${told.ranks.length}` : ""}
      >
        {!told.ranks_read && told.ranks_price > 0 && (
          <Button disabled={read.isPending} onClick={() => read.mutate(undefined)}>
            Fetch its rankings, {lookups(told.ranks_price)}
          </Button>
        )}
        {read.error && <ProblemNote error={read.error} />}
        {fresh.length > 1 && (
          <Button onClick={() => gather.mutate(fresh.map((rank) => rank.text).join("\n"))}>
            Gather all {fresh.length}
          </Button>
        )}
        <ul className="pt-1">
          {told.ranks.map((rank) => (
            <li key={rank.text} className="flex justify-between gap-2">
              <span className="min-w-0 truncate" title={rank.text}>
                {rank.text}
              </span>
              <span className="shrink-0 text-xs text-quiet">
                {rank.position}
                {rank.known ? (
                  " · gathered"
                ) : (
                  <>
                    {" · "}
                    <button
                      type="button"
                      aria-label={`Gather ${rank.text}`}
                      className="font-semibold text-persimmon-text underline"
                      onClick={() => gather.mutate(rank.text)}
                    >
                      gather
                    </button>
                  </>
                )}
              </span>
            </li>
          ))}
        </ul>
        {told.ranks_read && !told.ranks.length && (
          <p className="text-quiet">The source has no rankings for it.</p>
        )}
      </Block>
    </>
  );
}

/** Which of their pages earn most from your active keywords. */
function Best({ told }: { told: RivalTold }) {
  const openResults = useOpenResults(`“${told.publisher}”`);
  if (!told.best.length) return null;
  const rows = told.best.map((page) => page.row);
  return (
    <Block title="Top pages" aside="keywords, visits from them">
      <ul>
        {told.best.map((page) => (
          <li key={page.address} className="grid grid-cols-[1fr_32px_52px] gap-x-2 py-[2px]">
            <span className="min-w-0">
              <span className="block truncate" title={page.address}>
                {page.title}
              </span>
              <button
                type="button"
                className="block max-w-full truncate text-xs text-quiet hover:underline"
                title={`Results page of ${page.most}`}
                onClick={() => openResults(page.row, rows)}
              >
                most from {page.most}
              </button>
            </span>
            <span className="text-right">{count(page.keywords)}</span>
            <span className="text-right text-quiet">{count(page.visits)}</span>
          </li>
        ))}
      </ul>
    </Block>
  );
}

function standingWords(told: RivalTold, channel: Channel): string {
  const of = channelOf(channel).standing;
  const known =
    told.standing === null
      ? ""
      : ` ${capital(of)} ${count(told.standing)}` +
        `${told.published === null ? "" : `, published on ${plural(told.published, "subject")}`}.`;
  const there = told.counts.theirs + told.counts.both;
  return `It is on ${there} of ${plural(told.pages, "results page")}.${known}`;
}

function Side({
  name,
  told,
  side,
}: {
  name: string;
  told: RivalTold;
  side: "theirs" | "both" | "ours";
}) {
  const [whole, setWhole] = useState(false);
  const openResults = useOpenResults(`“${told.publisher}”`);
  const rows = told[side];
  const shown = whole ? rows : rows.slice(0, 8);
  return (
    <Block title={`${name}, ${told.counts[side]}`} aside="searches, chance, places">
      <ul>
        {shown.map((row) => (
          <li key={row.row} className="grid grid-cols-[1fr_52px_40px_52px] gap-x-2 py-[2px]">
            <button
              type="button"
              title={`Results page of ${row.text}`}
              className="min-w-0 truncate text-left hover:underline"
              onClick={() =>
                openResults(
                  row.row,
                  rows.map((each) => each.row),
                )
              }
            >
              {row.text}
            </button>
            <span className="text-right">{row.volume === null ? "" : count(row.volume)}</span>
            <span className="text-right text-quiet">
              {row.chance === null ? "" : likely(row.chance)}
            </span>
            <span className="text-right text-xs text-quiet">
              {row.their_position ?? "–"} / {row.own_position?.toFixed(0) ?? "–"}
            </span>
          </li>
        ))}
      </ul>
      {rows.length > shown.length && (
        <Button look="bare" onClick={() => setWhole(true)}>
          {rows.length < told.counts[side]
            ? `The ${rows.length} with most searches`
            : `All ${rows.length}`}
        </Button>
      )}
      {!rows.length && <p className="text-quiet">None.</p>}
    </Block>
  );
}
