import type { ReactNode, RefObject } from "react";
import { Select } from "../../parts/Select";
import { WordsField } from "../../parts/WordsField";
import { METHODS, STATE_NAMES } from "../../parts/wayWords";
import { type GatherSearch, STATES } from "../search";

const SELECT = "h-[28px] rounded-md border border-hairline bg-sheet px-2";

/** The stream's filters in one line: words, state, way, run, order; and what is done with the
 * chosen ones. */
export function StreamFilters({
  search,
  onSearch,
  wordsRef,
  told,
  children,
}: {
  search: GatherSearch;
  onSearch: (changed: Partial<GatherSearch>) => void;
  wordsRef: RefObject<HTMLInputElement | null>;
  told: string;
  children: ReactNode;
}) {
  return (
    <div className="flex min-h-[30px] flex-wrap items-center gap-2">
      <WordsField
        placeholder="Words, -without"
        value={search.q}
        onChange={(q) => onSearch({ q })}
        inputRef={wordsRef}
      />
      <Select
        label="State"
        value={search.state}
        onChange={(value) => onSearch({ state: value as GatherSearch["state"] })}
        className={SELECT}
      >
        {STATES.map((state) => (
          <option key={state} value={state}>
            {STATE_NAMES[state]}
          </option>
        ))}
      </Select>
      <Select
        label="Way"
        value={search.way}
        onChange={(value) => onSearch({ way: value })}
        className={SELECT}
      >
        <option value="">any method</option>
        {Object.entries(METHODS).map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Select>
      <Select
        label="Order"
        value={search.sort}
        onChange={(value) => onSearch({ sort: value as GatherSearch["sort"] })}
        className={SELECT}
      >
        <option value="arrival">newest first</option>
        <option value="relevance">most relevant first</option>
        <option value="off_topic">off topic first</option>
      </Select>
      {search.job > 0 && (
        <span
          className="flex h-[28px] items-center rounded-md border border-pine-line
          bg-pine-wash pl-3 whitespace-nowrap"
        >
          one run
          <button
            type="button"
            aria-label="All runs"
            onClick={() => onSearch({ job: 0, state: "new" })}
            className="h-full px-2 text-quiet hover:text-ink"
          >
            ×
          </button>
        </span>
      )}
      <span role="status" className="min-w-0 flex-1 truncate text-right text-ink-2">
        {told}
      </span>
      {children}
    </div>
  );
}
