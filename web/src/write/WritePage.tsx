import { useNavigate, useSearch } from "@tanstack/react-router";
import { useCallback, useMemo, useState } from "react";
import { Button } from "../parts/Button";
import { useCommand } from "../parts/commands";
import { Empty } from "../parts/Empty";
import { exact, plural } from "../parts/format";
import { OneOf, TitleFilter } from "../parts/ListFilters";
import { NothingMatches } from "../parts/NothingMatches";
import { PageHead } from "../parts/PageHead";
import { ProblemNote } from "../parts/ProblemNote";
import { StepLink } from "../parts/StepLink";
import { useKey } from "../parts/useKey";
import { channelName, usePlace } from "../shared/channels";
import { OpenDialog } from "./OpenDialog";
import { useWriting, useWritingCounts, type WritingQuery } from "./queries";
import { WRITE_DEFAULTS } from "./search";
import { WriteAway } from "./WriteAway";
import { WriteList } from "./WriteList";
import { WriteSettings } from "./WriteSettings";

const LACKS = [
  { id: "", name: "All pieces" },
  { id: "begun", name: "Started" },
  { id: "unbegun", name: "Not started" },
  { id: "empty", name: "With empty fields" },
  { id: "missing", name: "Keywords missing" },
  { id: "over", name: "Over a limit" },
  { id: "failing", name: "Checks failing" },
  { id: "done", name: "Complete" },
] as const;
const ORDERS = [
  { id: "next", name: "Next to publish first" },
  { id: "score", name: "Least ready first" },
  { id: "saved", name: "Recently edited first" },
  { id: "title", name: "By title" },
] as const;

/** Write: the pieces with what each still lacks; Enter opens one's desk. */
export function WritePage() {
  const { projectId, channel } = usePlace();
  const search = useSearch({ from: "/p/$projectId/$channel/write" });
  const navigate = useNavigate({ from: "/p/$projectId/$channel/write" });
  const { order, lacks, only, q } = search;
  const query = useMemo<WritingQuery>(
    () => ({ order, lacks: lacks ?? "", channel: only ? channel : "", q: q ?? "" }),
    [order, lacks, only, channel, q],
  );
  const pieces = useWriting(projectId, query);
  const counts = useWritingCounts(projectId, query);
  const [settings, setSettings] = useState(false);
  useKey("/", () => document.getElementById("write-filter")?.focus());
  const [opening, setOpening] = useState(false);
  useCommand("Open an existing page in the editor", () => setOpening(true));
  useCommand("Limits and checks", () => setSettings(true));
  const open = useCallback(
    (piece: number | undefined) =>
      piece !== undefined &&
      navigate({
        to: "/p/$projectId/$channel/write/desk",
        params: { projectId: String(projectId), channel },
        search: { piece },
      }),
    [navigate, projectId, channel],
  );
  const unfiltered = !lacks && !only && !q;
  if (counts?.total === 0 && unfiltered) return <NothingToWrite />;
  return (
    <main className="flex min-w-0 flex-1 flex-col">
      <div className="flex shrink-0 flex-col gap-[10px] px-[18px] pb-3">
        <PageHead
          title="Write"
          about={
            counts
              ? `${plural(counts.total, "piece")}; ${exact(counts.begun)} begun, ` +
                `${exact(counts.done)} complete.`
              : ""
          }
        >
          <WriteAway />
          <Button onClick={() => setSettings(true)}>Limits and checks</Button>
          <Button onClick={() => setOpening(true)}>Open an existing page</Button>
        </PageHead>
        {pieces.error && <ProblemNote error={pieces.error} />}
        <div className="flex flex-wrap items-center gap-2 min-[900px]:flex-nowrap">
          <TitleFilter
            id="write-filter"
            label="Pieces whose title contains"
            value={q}
            onChange={(q) => navigate({ search: (now) => ({ ...now, q }), replace: true })}
          />
          <OneOf
            label="Which pieces"
            width={190}
            value={lacks}
            options={LACKS}
            onChange={(lacks) => navigate({ search: (now) => ({ ...now, lacks }) })}
          />
          <Button
            aria-pressed={!!only}
            onClick={() => navigate({ search: (now) => ({ ...now, only: !only || undefined }) })}
          >
            {channelName(channel)} only
          </Button>
          <span className="flex-1" />
          <OneOf
            label="Order of the pieces"
            width={190}
            value={order}
            options={ORDERS}
            onChange={(order) =>
              navigate({ search: (now) => ({ ...now, order: order ?? WRITE_DEFAULTS.order }) })
            }
          />
        </div>
      </div>
      {counts?.total === 0 ? (
        <NothingMatches
          what="piece"
          onClear={() => navigate({ search: () => ({ ...WRITE_DEFAULTS }) })}
        />
      ) : (
        <WriteList pieces={pieces} place={JSON.stringify(query)} onOpen={open} />
      )}
      {settings && <WriteSettings onClose={() => setSettings(false)} />}
      {opening && <OpenDialog onClose={() => setOpening(false)} />}
    </main>
  );
}

function NothingToWrite() {
  const [opening, setOpening] = useState(false);
  return (
    <main className="flex min-w-0 flex-1 flex-col">
      <Empty
        title="Nothing to write yet"
        action={<StepLink to="cluster">Choose clusters to plan</StepLink>}
      >
        Plan pieces from your clusters. Each opens here with its keywords and field limits.{" "}
        <button
          type="button"
          className="font-semibold underline underline-offset-2"
          onClick={() => setOpening(true)}
        >
          Or open an existing page.
        </button>
      </Empty>
      {opening && <OpenDialog onClose={() => setOpening(false)} />}
    </main>
  );
}
