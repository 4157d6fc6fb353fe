import { plural } from "../../parts/format";
import { isKind, KINDS, type PageTold, type ResultsKind } from "./words";

const KIND_NAMES: Record<ResultsKind, string> = {
  all: "All",
  weak: "Weaker than you",
  says: "Phrase in title",
  new: "New this year",
  other: "Off topic",
};

/** Which results are shown, each with how many there are. */
export function Kinds({
  told,
  kind,
  weakBelow,
  onChange,
}: {
  told: PageTold;
  kind: ResultsKind;
  weakBelow: number;
  onChange: (kind: ResultsKind) => void;
}) {
  return (
    <div role="group" aria-label="Which results" className="flex flex-wrap gap-1">
      {KINDS.map((known) => {
        const many = told.results.filter((r) => isKind(r, known, weakBelow)).length;
        return (
          <button
            key={known}
            type="button"
            aria-pressed={kind === known}
            onClick={() => onChange(known)}
            className={`h-[28px] rounded-md border px-2 text-xs ${
              kind === known
                ? "border-pine-line bg-pine-wash font-semibold"
                : "border-hairline bg-sheet hover:border-quiet"
            }`}
          >
            {KIND_NAMES[known]} <span className="text-quiet">{many}</span>
          </button>
        );
      })}
      {told.ads > 0 && (
        <span className="self-center pl-2 text-xs text-quiet">
          {plural(told.ads, "ad")} above, not counted
        </span>
      )}
    </div>
  );
}
