import { useState } from "react";
import { Block } from "../parts/Block";
import { plural } from "../parts/format";
import { Help } from "../parts/Help";
import { useLeftOut, useLocations, useLoose } from "./queries";

const SHOWN = 6;
const TITLE = "text-left font-semibold underline decoration-hairline underline-offset-2";

/** Pieces without a month, each with the reason. */
export function LeftOut({
  projectId,
  onOpen,
}: {
  projectId: number;
  onOpen: (id: number) => void;
}) {
  const told = useLeftOut(projectId).data ?? [];
  const [all, setAll] = useState(false);
  if (!told.length) return null;
  const shown = all ? told : told.slice(0, SHOWN);
  return (
    <Block title="Not scheduled" aside={plural(told.length, "piece")}>
      <ul>
        {shown.map((piece) => (
          <li key={piece.id} className="py-[3px]">
            <button type="button" className={TITLE} onClick={() => onOpen(piece.id)}>
              {piece.title}
            </button>
            <span className="block text-ink-2">{piece.why}</span>
          </li>
        ))}
      </ul>
      {told.length > shown.length && (
        <button
          type="button"
          className="pt-1 text-xs font-semibold underline underline-offset-2"
          onClick={() => setAll(true)}
        >
          Show all {told.length}
        </button>
      )}
    </Block>
  );
}

/** Pieces that no link leads to or from: nothing else of their outlet is about a part of them. */
export function Loose({
  projectId,
  pieces,
  onOpen,
}: {
  projectId: number;
  pieces: number;
  onOpen: (id: number) => void;
}) {
  const told = useLoose(projectId).data ?? [];
  if (!told.length) return null;
  return (
    <Block title="No internal links to these" aside={plural(told.length, "piece")}>
      {told.length < pieces && (
        <p>
          {told.slice(0, SHOWN).map((piece, i) => (
            <span key={piece.id}>
              {i > 0 && ", "}
              <button type="button" className={TITLE} onClick={() => onOpen(piece.id)}>
                {piece.title}
              </button>
            </span>
          ))}
          {told.length > SHOWN && ` and ${told.length - SHOWN} more`}.
        </p>
      )}
      <p className="text-ink-2">
        {told.length < pieces
          ? "A page on what several of them have in common could link to them."
          : "No piece links to another. A hub page on what several have in common would."}
      </p>
    </Block>
  );
}

const percent = (share: number) => `${Math.round(100 * share)}%`;

/** Location pages that differ too little, how alike they are, and what would make each differ. */
export function Locations({
  projectId,
  most,
  onOpen,
}: {
  projectId: number;
  most: number | null;
  onOpen: (id: number) => void;
}) {
  const told = useLocations(projectId).data;
  if (!told?.groups.length) return null;
  return (
    <Block
      title={<Help figure="alike">Location pages too alike</Help>}
      aside={most === null ? "" : `at most ${most} of each group`}
    >
      <p className="text-ink-2">
        Counted as alike from {percent(told.too_alike)} (text without the town, and shared results).
      </p>
      {told.groups.map((group) => (
        <ul key={group.pages[0]?.id} className="mt-1 border-t border-hairline pt-1">
          {group.pages.slice(0, SHOWN).map((page) => (
            <li key={page.id} className="py-[3px]">
              <button type="button" className={TITLE} onClick={() => onOpen(page.id)}>
                {page.title}
              </button>{" "}
              <span className="text-ink-2">
                {percent(page.alike)} like “{page.nearest}”: words {percent(page.words)}
                {page.results === null
                  ? ", results not fetched"
                  : `, results ${percent(page.results)}`}
                .
              </span>
              {page.more.length > 0 && page.then !== null && (
                <span className="block text-xs text-quiet">
                  To set it apart, also cover {page.more.map((one) => `“${one.text}”`).join(", ")}:{" "}
                  {percent(page.then)}.
                </span>
              )}
            </li>
          ))}
          {group.pages.length > SHOWN && (
            <li className="text-quiet">and {group.pages.length - SHOWN} more like them</li>
          )}
        </ul>
      ))}
      <p className="pt-1 text-xs text-quiet">
        To set one apart, gather keywords that name its place and cover them there, or note what is
        special there.
      </p>
    </Block>
  );
}
