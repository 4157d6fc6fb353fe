import { useMemo } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { CapitalsMenu } from "./CapitalsMenu";
import { ClashNote } from "./ClashNote";
import type { Fields } from "./changes";
import { type Clash, marksOf, measuredWords, tightest } from "./deskMath";
import { MarkedText } from "./MarkedText";
import { PackPanel } from "./PackPanel";
import type { Desk, Look } from "./queries";

const LINES: Record<Schemas["DeskFieldOut"]["shape"], number> = {
  line: 1,
  lines: 3,
  pairs: 2,
  text: 2,
};
/** What stands between two paragraphs that are both kept. */
const GAPS: Record<Schemas["DeskFieldOut"]["shape"], string> = {
  line: " ",
  lines: "\n",
  pairs: "\n",
  text: "\n\n",
};
const PLACEHOLDERS: Record<string, string> = {
  images: "moon-filter.jpg: A green filter held before the full Moon",
  chapters: "0:00: What you need",
  attributes: "Thread: 1.25 inch",
  variations: "green: its own title",
};

/** A field as one writes it: what it is, how it stands to its limits, where phrases stand in it. */
export function FieldCard({
  projectId,
  desk,
  field,
  fields,
  look,
  wanted,
  currency,
  packing,
  onPack,
  onFocus,
  onChange,
  onTake,
  onCopy,
  clashes,
  onDecide,
}: {
  projectId: number;
  desk: Desk;
  field: Schemas["DeskFieldOut"];
  fields: Fields;
  look: Look;
  wanted: number | undefined;
  currency: string;
  packing: boolean;
  onPack: (open: boolean) => void;
  onFocus: () => void;
  onChange: (changed: Fields) => void;
  onTake: (changed: Fields) => void;
  onCopy: () => void;
  /** Paragraphs that another window changed too. */
  clashes: readonly Clash[];
  onDecide: (field: string, clash: Clash, keep: "mine" | "theirs" | "both", gap: string) => void;
}) {
  const text = fields[field.id] ?? "";
  const marks = useMemo(
    () => marksOf(look.places, field.id, text.length, wanted),
    [look.places, field.id, text.length, wanted],
  );
  const measured = look.measured.filter((one) => one.field === field.id);
  const over = measured.some((one) => one.state === "over" && one.kind === "most");
  const id = `field-${field.id}`;
  const long = field.id === "body";
  return (
    <div className="border border-hairline bg-sheet px-3 pt-2 pb-3">
      <div className="flex items-baseline gap-3 pb-1">
        <label htmlFor={id} className="font-semibold" title={field.about}>
          {field.name}
        </label>
        <span className="min-w-0 flex-1 truncate text-xs text-quiet" title={field.about}>
          {field.about}
        </span>
        <span className="flex gap-1">
          {field.id === "title" && text && (
            <CapitalsMenu
              projectId={projectId}
              pieceId={desk.piece.id}
              title={text}
              onTake={(title) => onTake({ title })}
            />
          )}
          {field.packs && (
            <Button
              look="bare"
              className="!h-[22px] !px-2 text-xs"
              aria-expanded={packing}
              aria-label={
                packing
                  ? `Close suggestions for ${field.name.toLowerCase()}`
                  : `Build ${field.name.toLowerCase()}`
              }
              title="Alt P"
              onClick={() => onPack(!packing)}
            >
              {packing ? "Close" : "Build"}
            </Button>
          )}
          <Button
            look="bare"
            className="!h-[22px] !px-2 text-xs"
            aria-label={`Copy ${field.name.toLowerCase()}`}
            title="Alt C"
            onClick={onCopy}
          >
            Copy
          </Button>
        </span>
      </div>
      <MarkedText
        id={id}
        describedBy={`${id}-limits`}
        value={text}
        marks={marks}
        oneLine={field.shape === "line"}
        lines={long ? 10 : LINES[field.shape]}
        bad={over}
        placeholder={PLACEHOLDERS[field.id] ?? ""}
        language={desk.language}
        onFocus={onFocus}
        onChange={(now) => onChange({ [field.id]: now })}
      />
      <Limits id={`${id}-limits`} measured={measured} text={text} />
      {clashes.map((clash) => (
        <ClashNote
          key={clash.mine + clash.theirs}
          clash={clash}
          name={field.name}
          onDecide={(keep) => onDecide(field.id, clash, keep, GAPS[field.shape])}
        />
      ))}
      {field.id === "address" && text && (
        <p className="pt-1 text-xs text-quiet">
          {desk.piece.address
            ? "Published: links and rankings depend on it. Leave it unchanged."
            : "Choose it before you publish: links and rankings will depend on it."}
        </p>
      )}
      {field.id === "hidden" && look.twice.length > 0 && (
        <p className="pt-1 text-xs text-ink-2">
          Counted once, although in both title and hidden terms: {look.twice.join(", ")}.
        </p>
      )}
      {packing && (
        <PackPanel
          projectId={projectId}
          desk={desk}
          field={field}
          fields={fields}
          look={look}
          currency={currency}
          onTake={(now) => onTake({ [field.id]: now })}
          onClose={() => onPack(false)}
        />
      )}
    </div>
  );
}

/** How a field stands to its limits: a bar that is hatched where it is over, and words. */
function Limits({
  id,
  measured,
  text,
}: {
  id: string;
  measured: readonly Schemas["FieldMeasuredOut"][];
  text: string;
}) {
  const shown = tightest(measured);
  const words = measured.map(measuredWords).filter(Boolean);
  const over = measured.filter((one) => one.state === "over" && one.kind === "most");
  const cut = over.find((one) => one.of === "whole" && one.within);
  return (
    <div id={id} className="pt-[6px]">
      {shown && text && (
        <div aria-hidden="true" className="flex h-[4px] w-full bg-trough">
          <span
            className={`h-full ${shown.state === "over" ? "hatched-over" : "bg-pine"}`}
            style={{ width: `${Math.min(100, (100 * shown.takes) / shown.most)}%` }}
          />
        </div>
      )}
      {words.length > 0 && (
        <p
          className={`pt-1 text-xs ${over.length ? "font-semibold text-persimmon-text" : "text-quiet"}`}
        >
          {over.length > 0 && "! "}
          {words.join(" · ")}
          {cut && `. Cut off after “…${cut.within.slice(-22)}”`}
        </p>
      )}
    </div>
  );
}
