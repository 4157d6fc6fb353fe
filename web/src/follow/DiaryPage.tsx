import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { Button, buttonLook } from "../parts/Button";
import { Empty } from "../parts/Empty";
import { plural } from "../parts/format";
import { PageHead } from "../parts/PageHead";
import { ProblemNote } from "../parts/ProblemNote";
import { SkeletonLines } from "../parts/Skeleton";
import { StepLink } from "../parts/StepLink";
import { channelName, usePlace } from "../shared/channels";
import { EntryBlock } from "./EntryBlock";
import { NoteDialog } from "./NoteDialog";
import { useDiary, useWatch } from "./queries";

/** The diary of a project: what was published and changed, what happened, what came of it. */
export function DiaryPage() {
  const { projectId, channel } = usePlace();
  const { due } = useSearch({ from: "/p/$projectId/$channel/follow/diary" });
  const navigate = useNavigate({ from: "/p/$projectId/$channel/follow/diary" });
  const entries = useDiary(projectId, !!due);
  const watch = useWatch(projectId);
  const [noting, setNoting] = useState(false);
  const [shown, setShown] = useState(100);
  const params = { projectId: String(projectId), channel };
  const total = entries.total ?? 0;
  const rows = Array.from({ length: Math.min(total, shown) }, (_, i) => entries.rowAt(i));
  return (
    <main className="flex min-w-0 flex-1 flex-col overflow-auto">
      <div className="shrink-0 px-[18px] pb-3">
        <PageHead
          title="Diary"
          about={entries.total === undefined ? "" : `${plural(total, "entry", "entries")}.`}
        >
          <Link
            to="/p/$projectId/$channel/follow"
            params={params}
            search={{ order: "moved" }}
            className={buttonLook("plain")}
          >
            Published pieces
          </Link>
          <Button
            aria-pressed={!!due}
            onClick={() => navigate({ search: () => ({ due: !due || undefined }) })}
          >
            Due for review
          </Button>
          <Button onClick={() => setNoting(true)}>Note an update</Button>
        </PageHead>
      </div>
      {entries.error && <ProblemNote error={entries.error} />}
      {entries.total === 0 && (
        <Empty
          title={due ? "Nothing is due for review" : "Nothing has happened yet"}
          action={
            due ? (
              <Button onClick={() => navigate({ search: {} })}>Show the whole diary</Button>
            ) : (
              <StepLink to="write">Open the pieces</StepLink>
            )
          }
        >
          {due
            ? "A change is due for review some days after publishing: ten for a video or listing, three weeks for a page."
            : "Publishing and changes are noted here automatically; add other notes yourself."}
        </Empty>
      )}
      <div className="border-t border-hairline bg-sheet px-[18px]">
        <div className="max-w-[860px]">
          {(entries.total === undefined || !watch) && !entries.error && (
            <SkeletonLines lines={8} two />
          )}
          {rows.map(
            (entry) =>
              entry &&
              watch && (
                <EntryBlock
                  key={entry.id}
                  entry={entry}
                  today={watch.today}
                  under={2}
                  heading={
                    entry.live ? (
                      <Link
                        to="/p/$projectId/$channel/follow/piece"
                        params={params}
                        search={{ live: entry.live }}
                        className="hover:underline"
                      >
                        {entry.title}
                      </Link>
                    ) : (
                      `All of ${channelName(entry.channel).toLowerCase()} search`
                    )
                  }
                />
              ),
          )}
        </div>
        {total > shown && (
          <Button
            className="my-3"
            onClick={() => {
              entries.show(0, shown + 99);
              setShown(shown + 100);
            }}
          >
            Show more
          </Button>
        )}
      </div>
      {noting && watch && <NoteDialog today={watch.today} onClose={() => setNoting(false)} />}
    </main>
  );
}
