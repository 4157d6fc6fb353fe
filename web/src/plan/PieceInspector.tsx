import { Link, useNavigate } from "@tanstack/react-router";
import { type Channel, Problem, type Schemas } from "../api/client";
import { Awaited } from "../parts/Awaited";
import { Block } from "../parts/Block";
import { Button, buttonLook } from "../parts/Button";
import { useCommand } from "../parts/commands";
import { count, likely, money, plural, sumOf } from "../parts/format";
import { Help } from "../parts/Help";
import { Inspector } from "../parts/Inspector";
import { ProblemNote } from "../parts/ProblemNote";
import { SkeletonLines } from "../parts/Skeleton";
import { useSay } from "../parts/toasts";
import { useKey } from "../parts/useKey";
import { useChange } from "../shared/useChange";
import { useOpenResults } from "../shared/walk";
import { AroundBlock } from "./AroundBlock";
import { Clash } from "./Clash";
import { changePiece, commentOn, dropKeyword, giveKeyword, removePiece } from "./changes";
import { LiveClash } from "./LiveClash";
import { PieceFields } from "./PieceFields";
import type { Plan } from "./planMath";
import { useLeftOut, useOverlaps, usePiece } from "./queries";
import { TitlesBlock } from "./TitlesBlock";
import { timingOf } from "./timing";
import { Comments, WorkFields } from "./WorkFields";

type Detail = Schemas["PieceDetailOut"];
type Row = Schemas["RowOut"];

/** One piece: when it must be out, what can be changed, its keywords, and the pieces that fight
 * it for results. */
export function PieceInspector({
  projectId,
  pieceId,
  plan,
  outlets,
  currency,
  onOpen,
}: {
  projectId: number;
  pieceId: number;
  plan: Plan;
  outlets: readonly Schemas["OutletOut"][];
  currency: string;
  onOpen: (id: number | undefined) => void;
}) {
  const found = usePiece(projectId, pieceId);
  const gone = found.error instanceof Problem && found.error.status === 404;
  return (
    <Inspector label="Piece" onClose={() => onOpen(undefined)}>
      {gone ? (
        <p className="text-ink-2">This piece is no longer in the plan.</p>
      ) : found.data && found.data.piece.id !== pieceId ? (
        <SkeletonLines lines={9} two />
      ) : (
        <Awaited of={found} waiting={<SkeletonLines lines={9} two />}>
          {(told) => (
            <Told
              key={pieceId}
              told={told}
              projectId={projectId}
              plan={plan}
              outlets={outlets}
              currency={currency}
              onOpen={onOpen}
            />
          )}
        </Awaited>
      )}
    </Inspector>
  );
}

function Told({
  told,
  projectId,
  plan,
  outlets,
  currency,
  onOpen,
}: {
  told: Detail;
  projectId: number;
  plan: Plan;
  outlets: readonly Schemas["OutletOut"][];
  currency: string;
  onOpen: (id: number | undefined) => void;
}) {
  const { piece, rows } = told;
  const say = useSay();
  const change = useChange(projectId, (fields: Schemas["PieceIn"]) =>
    changePiece(projectId, piece.id, fields),
  );
  const remove = useChange(projectId, () => removePiece(projectId, piece.id), {
    done: () => {
      say(`Removed “${piece.title}” from the plan.`, { undo: true });
      onOpen(undefined);
    },
  });
  const main = useChange(projectId, (row: Row) => giveKeyword(projectId, piece.id, row.id, true));
  const take = useChange(projectId, (row: Row) => dropKeyword(projectId, piece.id, row.id), {
    done: (_, row) => say(`“${row.text}” is free again.`, { undo: true }),
  });
  const comment = useChange(projectId, (said: string) => commentOn(projectId, piece.id, said));
  const navigate = useNavigate();
  const toBrief = () =>
    navigate({
      to: "/p/$projectId/$channel/brief",
      params: { projectId: String(projectId), channel: piece.channel },
      search: { pieces: [piece.id] },
    });
  useKey("b", toBrief);
  const toDesk = () =>
    navigate({
      to: "/p/$projectId/$channel/write/desk",
      params: { projectId: String(projectId), channel: piece.channel },
      search: { piece: piece.id },
    });
  useKey("e", toDesk);
  useCommand("Open this piece in the editor", toDesk, { keys: "e" });
  useCommand("The brief of this piece", toBrief, { keys: "b" });
  const problem = comment.error ?? change.error ?? remove.error ?? main.error ?? take.error;
  const [first, ...others] = rows;
  const openResults = useOpenResults(`“${piece.title}”`);
  const toResults = (row: Row) =>
    openResults(
      row.id,
      rows.map((each) => each.id),
      piece.channel as Channel,
    );
  useKey("r", () => first && toResults(first));
  const fights = useOverlaps(projectId).data;
  const overlaps = (fights?.pairs ?? []).filter(
    (overlap) => overlap.piece === piece.id || overlap.other === piece.id,
  );
  const live = (fights?.live ?? []).filter((one) => one.piece === piece.id);
  const why = useLeftOut(projectId).data?.find((one) => one.id === piece.id)?.why;
  const also = sumOf(others.map((row) => row.volume));
  return (
    <>
      <h2 className="pr-6 text-lg break-words">{piece.title}</h2>
      <p className="pt-1 pb-3 text-ink-2">
        {!piece.month && why && <strong>{why} </strong>}
        <When piece={piece} />
      </p>
      {problem && <ProblemNote error={problem} />}
      <PieceFields
        piece={piece}
        plan={plan}
        outlets={outlets}
        onChange={(fields) => change.mutate(fields)}
      />
      <div className="flex gap-2 pb-3">
        <Link
          to="/p/$projectId/$channel/brief"
          params={{ projectId: String(projectId), channel: piece.channel }}
          search={{ pieces: [piece.id] }}
          className={buttonLook("plain")}
        >
          Its brief
        </Link>
        <Link
          to="/p/$projectId/$channel/write/desk"
          params={{ projectId: String(projectId), channel: piece.channel }}
          search={{ piece: piece.id }}
          className={buttonLook("plain")}
        >
          Open in editor <kbd className="text-quiet">e</kbd>
        </Link>
        <Link
          to="/p/$projectId/$channel/follow"
          params={{ projectId: String(projectId), channel: piece.channel }}
          search={{ order: "moved", publish: piece.id }}
          className={buttonLook("plain")}
        >
          {piece.state === "live" ? "Publish changes" : "Mark as published"}
        </Link>
      </div>
      <Block title="Main keyword" aside="searches, chance">
        {first ? (
          <Keyword row={first} onOpen={toResults} />
        ) : (
          <p className="text-quiet">Its main keyword was removed.</p>
        )}
      </Block>
      <Block
        title={`Secondary keywords ${others.length}`}
        aside={also === null ? "" : `+ ${count(also)} searches`}
      >
        <ul>
          {others.map((row) => (
            <li key={row.id} className="group">
              <Keyword row={row} onOpen={toResults}>
                <button
                  type="button"
                  onClick={() => main.mutate(row)}
                  className="text-2xs font-semibold text-quiet underline underline-offset-2
                    hover:text-ink"
                  aria-label={`Make ${row.text} the main keyword`}
                >
                  Make main
                </button>
                <button
                  type="button"
                  onClick={() => take.mutate(row)}
                  className="text-2xs font-semibold text-quiet underline underline-offset-2
                    hover:text-ink"
                  aria-label={`Remove ${row.text}`}
                >
                  Remove
                </button>
              </Keyword>
            </li>
          ))}
        </ul>
        {!others.length && (
          <p className="text-quiet">
            None. Its cluster has one keyword, or other pieces cover the rest.
          </p>
        )}
      </Block>
      <TitlesBlock
        projectId={projectId}
        piece={piece}
        currency={currency}
        onChange={(fields) => change.mutate(fields)}
      />
      {overlaps.length > 0 && (
        <Block title="Competing pieces">
          <p className="text-ink-2">
            Two pieces targeting one keyword compete with each other (cannibalisation).
          </p>
          {overlaps.map((overlap, number) => (
            <Clash
              key={`${overlap.piece}-${overlap.other}`}
              projectId={projectId}
              pieceId={piece.id}
              clash={overlap}
              keys={number === 0}
              onOpen={onOpen}
            />
          ))}
        </Block>
      )}
      {live.length > 0 && (
        <Block title="You already rank for this">
          {live.map((one) => (
            <LiveClash key={one.address} projectId={projectId} live={one} />
          ))}
        </Block>
      )}
      <AroundBlock projectId={projectId} piece={piece} onOpen={onOpen} />
      <WorkFields piece={piece} plan={plan} onChange={(fields) => change.mutate(fields)} />
      <Comments
        comments={told.comments}
        busy={comment.isPending}
        onSay={(said) => comment.mutate(said)}
      />
      <Block title={<Help figure="worth">Worth</Help>} aside="once settled">
        <p>
          {piece.worth === null
            ? `Not known: ${whyUnknown(piece)}.`
            : `About ${money(piece.worth, currency)} a month from ` +
              `${plural(piece.keywords, "keyword")}, ` +
              `${money((piece.worth * 12) / Math.max(piece.hours, 0.1), currency)} a year for ` +
              "each hour."}
        </p>
      </Block>
      <div className="border-t border-hairline pt-3">
        <Button look="bare" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
          Remove from the plan
        </Button>
      </div>
    </>
  );
}

function When({ piece }: { piece: Schemas["PieceOut"] }) {
  const { lead, late, more } = timingOf(piece);
  return (
    <>
      <strong className={late ? "text-persimmon-text" : "text-pine"}>{lead}</strong> {more}{" "}
      {piece.publish_by &&
        `A new piece on ${piece.outlet || "this channel"} takes about ` +
          `${plural(piece.days_until_shown, "day")} to be shown, and then some weeks to settle. `}
      {capitalFirst(piece.because)}.
    </>
  );
}

function whyUnknown(piece: Schemas["PieceOut"]): string {
  if (piece.volume === null) return "no searches of its keywords are";
  if (piece.outlet_id === null) return "it has no outlet";
  return piece.chance === null ? "its chance is not" : "no value of a click";
}

const capitalFirst = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

function Keyword({
  row,
  onOpen,
  children,
}: {
  row: Row;
  onOpen: (row: Row) => void;
  children?: React.ReactNode;
}) {
  return (
    <span className="grid grid-cols-[1fr_auto_40px] items-baseline gap-x-3 py-[3px]">
      <span className="min-w-0 truncate" title={row.text}>
        <button
          type="button"
          title={`Results page of ${row.text}`}
          className="hover:underline"
          onClick={() => onOpen(row)}
        >
          {row.text}
        </button>
      </span>
      <span>
        {row.volume === null ? (
          <span className="hatched inline-block h-[10px] w-9" title="not known" />
        ) : (
          count(row.volume)
        )}
      </span>
      <span className="text-right text-quiet">{row.chance === null ? "" : likely(row.chance)}</span>
      {children && (
        <span className="hidden gap-3 group-focus-within:flex group-hover:flex">{children}</span>
      )}
    </span>
  );
}
