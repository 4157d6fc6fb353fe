import { day } from "../parts/format";
import { type Head, HeadHelp } from "../parts/HeadHelp";
import { LineCell, LineGrid } from "../parts/LineGrid";
import { shortMonth } from "../plan/timing";
import { STATES } from "../plan/workWords";
import type { Pages } from "../shared/usePages";
import { lackWords } from "./lackWords";
import type { Writing } from "./queries";

const TRACKS = "minmax(220px, 2.4fr) 150px 92px minmax(280px, 3fr) 74px 76px 96px 110px";
const HEADS: readonly Head[] = [
  { name: "Piece", help: "Its title in the plan. Open one to write it." },
  { name: "Kind", help: "What is made: article, landing page, video or listing." },
  {
    name: "Due",
    help: "The day you or a colleague set, or the planned month. Write what is due first.",
  },
  {
    name: "To do",
    help: "What its fields still lack: empty fields, missing keywords, limits, checks.",
  },
  { name: "Ready", figure: "made" },
  { name: "Status", help: "How far the work is. Change it in the plan." },
  { name: "Owner", help: "Who writes it. Set it in the plan." },
  { name: "Edited", help: "When its text was last changed." },
];

/** The pieces to write, one a line. */
export function WriteList({
  pieces,
  place,
  onOpen,
}: {
  pieces: Pages<Writing>;
  place: string;
  onOpen: (id: number | undefined) => void;
}) {
  return (
    <LineGrid
      label="Pieces to write"
      name="writing"
      tracks={TRACKS}
      heads={HEADS.map((head) => ({ id: head.name, shown: <HeadHelp head={head} /> }))}
      height={40}
      minWidth="1080px"
      pages={pieces}
      place={place}
      onOpen={onOpen}
      line={(piece) => <Cells piece={piece} />}
    />
  );
}

function Cells({ piece }: { piece: Writing }) {
  const lacks = lackWords(piece);
  const out = piece.due ? day(piece.due) : piece.month ? shortMonth(piece.month) : "";
  return (
    <>
      <LineCell title={piece.title}>
        <span className="font-semibold">{piece.title}</span>
      </LineCell>
      <LineCell title={`${piece.kind_name}, ${piece.outlet || "no outlet"}`}>
        {piece.kind_name}
      </LineCell>
      <LineCell
        title={piece.publish_by ? `In time for its season by ${day(piece.publish_by)}` : undefined}
      >
        {out}
      </LineCell>
      <LineCell title={lacks.all}>
        <span className={lacks.mark === "◆" ? "text-pine" : "text-ink-2"}>
          <span aria-hidden="true" className="pr-2 font-semibold">
            {lacks.mark}
          </span>
          {lacks.words}
        </span>
      </LineCell>
      <LineCell>
        {piece.score === null ? (
          ""
        ) : (
          <span
            title={`${Math.round(piece.score)} of 100 points`}
            className="flex items-center gap-2"
          >
            <span className="h-[6px] w-[34px] bg-trough">
              <span className="block h-full bg-indigo" style={{ width: `${piece.score}%` }} />
            </span>
            <span className="tabular-nums">{Math.round(piece.score)}</span>
          </span>
        )}
      </LineCell>
      <LineCell>{STATES[piece.state]}</LineCell>
      <LineCell title={piece.maker}>{piece.maker}</LineCell>
      <LineCell title={piece.by}>{piece.saved ? day(piece.saved.slice(0, 10)) : ""}</LineCell>
    </>
  );
}
