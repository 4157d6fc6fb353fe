import type { RefObject } from "react";
import { Checkbox } from "../parts/Checkbox";
import { INPUT } from "../parts/Field";
import type { ClusterSearch } from "./search";

/** The filters of the clusters in one line, and what they leave. */
export function ClusterFilters({
  search,
  onChange,
  wordsRef,
  told,
}: {
  search: ClusterSearch;
  onChange: (patch: Partial<ClusterSearch>) => void;
  wordsRef: RefObject<HTMLInputElement | null>;
  told: string;
}) {
  return (
    <div className="flex h-[30px] items-center gap-3">
      <input
        ref={wordsRef}
        type="search"
        aria-label="Filter by words"
        placeholder="Words  /"
        maxLength={200}
        value={search.q}
        onChange={(event) => onChange({ q: event.target.value })}
        onKeyDown={(event) => event.key === "Escape" && event.currentTarget.blur()}
        className={`${INPUT} !w-[150px]`}
      />
      <label className="flex items-center gap-2">
        <Checkbox checked={search.several} onChange={(checked) => onChange({ several: checked })} />
        Only of several keywords
      </label>
      <span role="status" className="flex-1 text-right text-ink-2">
        {told}
      </span>
    </div>
  );
}
