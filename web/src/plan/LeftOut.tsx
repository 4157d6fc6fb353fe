import { useState } from "react";
import { Block } from "../parts/Block";
import { plural } from "../parts/format";
import { useLeftOut, useLocations } from "./queries";

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
    <Block title="Without a month" aside={plural(told.length, "piece")}>
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
          All {told.length}
        </button>
      )}
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
      title="Location pages that differ too little"
      aside={most === null ? "" : `at most ${most} of each group`}
    >
      <p className="text-ink-2">
        Alike from {percent(told.too_alike)} on, by what they say besides the town and by the
        results that searches for them share.
      </p>
      {told.groups.map((group) => (
        <ul key={group.pages[0]?.id} className="border-t border-hairline py-1">
          {group.pages.map((page) => (
            <li key={page.id} className="py-[3px]">
              <button type="button" className={TITLE} onClick={() => onOpen(page.id)}>
                {page.title}
              </button>{" "}
              <span className="text-ink-2">
                {percent(page.alike)} as “{page.nearest}”: words {percent(page.words)}
                {page.results === null
                  ? ", results not read"
                  : `, results ${percent(page.results)}`}
                .
              </span>
              <span className="block text-xs text-quiet">
                {page.more.length && page.then !== null
                  ? `If it also served ${page.more.map((one) => `“${one.text}”`).join(", ")}: ` +
                    `${percent(page.then)}.`
                  : "No other keyword names this place: gather some, or note what is special " +
                    "there (what a note says counts)."}
              </span>
            </li>
          ))}
        </ul>
      ))}
    </Block>
  );
}
