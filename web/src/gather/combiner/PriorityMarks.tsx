import { exact } from "../../parts/format";
import { nextPriority, type Priority } from "./recipe";

const SHOWN = 200;
const MARK = "h-[24px] shrink-0 rounded-md border border-hairline px-2 text-xs hover:border-quiet";

/** The priority that base terms pass on: each press turns it, for one term or for all. */
export function PriorityMarks({
  terms,
  priorities,
  onMark,
}: {
  terms: readonly string[];
  priorities: Readonly<Record<string, Priority>>;
  onMark: (priorities: Record<string, Priority>) => void;
}) {
  const first = priorities[terms[0] ?? ""];
  return (
    <div className="flex min-h-[32px] items-start gap-2 pt-2">
      <span className="pt-1 text-xs whitespace-nowrap text-quiet">Priority for these keywords</span>
      {terms.length > 1 && (
        <button
          type="button"
          onClick={() =>
            onMark(Object.fromEntries(terms.map((term) => [term, nextPriority(first)])))
          }
          className={`${MARK} font-semibold`}
        >
          all {exact(terms.length)}
        </button>
      )}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: keys must reach what scrolls */}
      <div tabIndex={0} className="flex max-h-[56px] min-w-0 flex-1 flex-wrap gap-2 overflow-auto">
        {terms.slice(0, SHOWN).map((term) => (
          <button
            key={term}
            type="button"
            onClick={() => onMark({ ...priorities, [term]: nextPriority(priorities[term]) })}
            className={MARK}
          >
            {term} <strong className="text-persimmon-text">{priorities[term] || "none"}</strong>
          </button>
        ))}
      </div>
    </div>
  );
}
