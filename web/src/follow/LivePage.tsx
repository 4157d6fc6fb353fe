import { Link, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { Button, buttonLook } from "../parts/Button";
import { useCommand } from "../parts/commands";
import { day, lookups, plural } from "../parts/format";
import { ProblemNote } from "../parts/ProblemNote";
import { SkeletonBox, SkeletonLines } from "../parts/Skeleton";
import { useKey } from "../parts/useKey";
import { usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { checkRanks } from "./changes";
import { daysBetween, longDay } from "./days";
import { EntryBlock } from "./EntryBlock";
import { movesWords, VERDICTS, visibleWords } from "./followWords";
import { type LiveDialog, LiveDialogs } from "./LiveDialogs";
import { NextBlock } from "./NextBlock";
import { PhraseTable } from "./PhraseTable";
import { PlacesGrid } from "./PlacesGrid";
import { PlacesPlot } from "./PlacesPlot";
import { type Live, useLive } from "./queries";

/** One live piece in full: where it stood over time, its phrases beside their forecast, its diary. */
export function LivePage() {
  const { projectId, channel } = usePlace();
  const { live: liveId, phrase } = useSearch({ from: "/p/$projectId/$channel/follow/piece" });
  const found = useLive(projectId, liveId ?? 0);
  const look = useChange(projectId, (live: number[]) => checkRanks(projectId, live));
  const [dialog, setDialog] = useState<LiveDialog>();
  useKey("n", () => setDialog("note"));
  useCommand("Add a note to this piece", () => setDialog("note"));
  useCommand("Compare with the published page", () => setDialog("back"));
  const params = { projectId: String(projectId), channel };
  const live = found.data;
  if (!live)
    return (
      <main className="flex-1 p-[18px]">
        <h1 className="text-xl">Published piece</h1>
        {found.error ? (
          <ProblemNote error={found.error} />
        ) : (
          <div className="my-3 border border-hairline bg-sheet p-3">
            <SkeletonBox height={230} />
            <SkeletonLines lines={7} />
          </div>
        )}
        <Link
          to="/p/$projectId/$channel/follow"
          params={params}
          search={{ order: "moved" }}
          className={buttonLook("plain")}
        >
          All published pieces
        </Link>
      </main>
    );
  const changes = live.diary.filter((entry) => entry.what !== "published");
  const numbered = [...changes].reverse();
  const marks = numbered.map((entry, i) => ({
    day: entry.day,
    label: String(i + 1),
    entry: entry.id,
  }));
  const labelOf = new Map(marks.map((mark) => [mark.entry, mark.label]));
  return (
    <main className="flex min-w-0 flex-1 overflow-hidden max-[900px]:flex-col max-[900px]:overflow-auto">
      <div className="flex min-w-0 flex-1 flex-col overflow-auto px-[18px] pb-4 max-[900px]:flex-none max-[900px]:overflow-visible">
        <div className="flex flex-wrap items-center gap-3 pt-4 min-[900px]:flex-nowrap">
          <div className="min-w-0 flex-1 max-[900px]:basis-full">
            <p className="truncate text-xs text-quiet">
              <Link
                to="/p/$projectId/$channel/follow"
                params={params}
                search={{ order: "moved" }}
                className="underline decoration-hairline underline-offset-2 hover:text-ink"
              >
                Follow
              </Link>{" "}
              · {live.kind_name} · {live.outlet || "no outlet"} · {live.address}
            </p>
            <h1 className="truncate text-xl" title={live.title}>
              {live.title}
            </h1>
          </div>
          {!live.gone && (live.price > 0 || live.last_check === live.today) && (
            <Button disabled={look.isPending || !live.price} onClick={() => look.mutate([live.id])}>
              {live.price ? `Check now, ${lookups(live.price)}` : "Checked today"}
            </Button>
          )}
          {live.piece && (
            <Link
              to="/p/$projectId/$channel/write/desk"
              params={params}
              search={{ piece: live.piece }}
              className={buttonLook("plain")}
            >
              Open in editor
            </Link>
          )}
          {live.unpublished_changes > 0 && !live.gone && (
            <Button look="main" onClick={() => setDialog("publish")}>
              Publish {live.unpublished_changes === 1 ? "a change" : "changes"}
            </Button>
          )}
        </div>
        {look.error && <ProblemNote error={look.error} />}
        <p className="py-2 text-base">{conclusion(live)}</p>
        <section aria-label="Over time" className="border border-hairline bg-sheet p-3">
          <PlacesPlot live={live} picked={phrase} marks={marks} />
        </section>
        <PhraseTable live={live} />
        <PlacesGrid live={live} />
      </div>
      <aside
        aria-label="Diary of the piece"
        className="under flex w-[352px] shrink-0 flex-col overflow-auto border-l border-hairline bg-sheet
          px-4 py-3"
      >
        <NextBlock live={live} />
        <div className="flex items-center justify-between pt-3">
          <h2 className="text-lg">Diary</h2>
          <Button onClick={() => setDialog("note")}>Add a note</Button>
        </div>
        {live.diary.map((entry) => (
          <EntryBlock
            key={entry.id}
            entry={entry}
            label={labelOf.get(entry.id)}
            today={live.today}
          />
        ))}
        <div className="mt-auto flex flex-wrap gap-2 border-t border-hairline pt-3">
          <Button onClick={() => setDialog("back")}>Compare with the published page</Button>
          {!live.gone && <Button onClick={() => setDialog("down")}>Mark as unpublished</Button>}
        </div>
        {live.read_back && (
          <p className="pt-2 text-xs text-ink-2">
            {live.read_back.differs.length
              ? `! Compared on ${day(live.read_back.on)}: ` +
                `${live.read_back.differs.map((each) => each.name.toLowerCase()).join(", ")} ` +
                "differ from what was published."
              : `Compared on ${day(live.read_back.on)}: matches.`}
          </p>
        )}
      </aside>
      {dialog && <LiveDialogs live={live} which={dialog} onClose={() => setDialog(undefined)} />}
    </main>
  );
}

/** What is to be said of the piece, the conclusion first. */
function conclusion(live: Live): string {
  const seen = live.seen as Record<string, number | null | undefined>;
  if (live.gone) return `Unpublished on ${longDay(live.gone)}. Its history is kept.`;
  if (!live.last_check) {
    const first = live.next_check && live.next_check > live.today ? live.next_check : "";
    if (live.source)
      return `Its rankings have not been checked yet${first && `; the first check is on ${longDay(first)}`}.`;
    return "No source reports its rankings. Import your search performance report.";
  }
  const judged = live.diary.find((entry) => entry.judged && entry.what !== "published");
  const verdict = judged?.judged && VERDICTS[judged.judged.why];
  const lead =
    judged && verdict && verdict.tone !== "none"
      ? `The change of ${day(judged.day)}: ${verdict.words}. `
      : "";
  const shown =
    `Ranks for ${seen.shown ?? 0} of ${plural(seen.phrases ?? 0, "keyword")}, ` +
    `${seen.first10 ?? 0} on page one`;
  const moved = visibleWords(seen.visible_now ?? null, seen.visible_before ?? null);
  const moves = movesWords({
    rose: seen.rose ?? 0,
    fell: seen.fell ?? 0,
    stayed: seen.stayed ?? 0,
    new: seen.new ?? 0,
    lost: seen.lost ?? 0,
  });
  const four = moves ? `; in about four weeks ${moves}` : "";
  const visible = moved && moved !== "as before" ? ` (${moved} visible searches a month)` : "";
  const age =
    live.days_until_shown !== null
      ? ` First ranked ${plural(live.days_until_shown, "day")} after publishing.`
      : daysBetween(live.published, live.today) > 60 && !seen.shown
        ? " Not ranking for any keyword. Is it indexed?"
        : "";
  return `${lead}${shown}${four}${visible}.${age}`;
}
