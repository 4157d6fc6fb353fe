import { count, day, exact, plural } from "../parts/format";
import { type Head, HeadHelp } from "../parts/HeadHelp";
import { LineCell, LineGrid } from "../parts/LineGrid";
import type { Pages } from "../shared/usePages";
import { Drift } from "./Drift";
import { movesWords, visibleWords } from "./followWords";
import type { LiveRow } from "./queries";
import { Trail } from "./Trail";

const TRACKS = "minmax(240px, 2.6fr) 110px 112px 128px 124px 152px 150px";
const HEADS: readonly Head[] = [
  { name: "Piece", help: "A published piece and its URL. Open one for its keywords and diary." },
  { name: "Kind", help: "What was made: article, landing page, video or listing." },
  { name: "Over time", help: "Visible searches in each check. Rising means it ranks for more." },
  { name: "Visibility a month", figure: "visible" },
  { name: "Ranking", help: "For how many of its keywords it ranks, and how many are on page one." },
  { name: "Change, 4 weeks", help: "How many keywords rose and fell in about four weeks." },
  {
    name: "Next check",
    help: "When its rankings are due to be checked again. “Set the schedule” changes that.",
  },
];

/** The live pieces, one a line: what is seen of each, how it moved, what is due. */
export function FollowList({
  pieces,
  place,
  looks,
  onOpen,
}: {
  pieces: Pages<LiveRow>;
  place: string;
  /** Whether a source can be asked where they stand. */
  looks: boolean;
  onOpen: (id: number | undefined) => void;
}) {
  return (
    <LineGrid
      label="Published pieces"
      name="live"
      tracks={TRACKS}
      heads={HEADS.map((head) => ({ id: head.name, shown: <HeadHelp head={head} /> }))}
      height={46}
      minWidth="1074px"
      pages={pieces}
      place={place}
      onOpen={onOpen}
      line={(piece) => <Cells piece={piece} looks={looks} />}
    />
  );
}

function Cells({ piece, looks }: { piece: LiveRow; looks: boolean }) {
  const looked = piece.checked > 0;
  const moved = visibleWords(piece.visible_now, piece.visible_before);
  return (
    <>
      <LineCell title={`${piece.title}, ${piece.address}`}>
        <span className="block truncate font-semibold">{piece.title}</span>
        <span className="block truncate text-xs text-quiet">
          {piece.address.replace(/^https?:\/\//, "")}
        </span>
      </LineCell>
      <LineCell title={piece.outlet || "no outlet"}>{piece.kind_name}</LineCell>
      <LineCell>
        {looked ? (
          <Trail
            values={piece.line}
            label={`Visible searches over the last ${plural(piece.line.length, "check")}`}
          />
        ) : (
          <span className="text-quiet">not checked yet</span>
        )}
      </LineCell>
      <LineCell title="Searches a month times the share of clicks at each position; then and now">
        {piece.visible !== null && (
          <>
            <span className="text-base font-semibold tabular-nums">{count(piece.visible)}</span>{" "}
            <span className="text-ink-2">{moved}</span>
          </>
        )}
      </LineCell>
      <LineCell title={`${piece.first3} in top 3, ${piece.first10} in top 10`}>
        {looked && (
          <>
            <span className="tabular-nums">
              {exact(piece.shown)} of {exact(piece.phrases)}
            </span>
            <span className="block text-xs text-quiet">
              {piece.first10 ? `${exact(piece.first10)} on page one` : "none on page one"}
            </span>
          </>
        )}
      </LineCell>
      <LineCell title={movesWords(piece)}>
        <Drift moves={piece} />
      </LineCell>
      <LineCell>
        <span className="block">
          {piece.gone
            ? `unpublished ${day(piece.gone)}`
            : piece.due
              ? "◆ due now"
              : piece.next_check
                ? day(piece.next_check)
                : looks
                  ? "manual"
                  : "performance report"}
        </span>
        {piece.back && (
          <span className="block text-xs font-semibold text-persimmon-text">↶ review</span>
        )}
      </LineCell>
    </>
  );
}
