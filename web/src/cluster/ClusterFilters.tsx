import type { RefObject } from "react";
import { Button } from "../parts/Button";
import { Checkbox } from "../parts/Checkbox";
import { INPUT } from "../parts/Field";
import { Select } from "../parts/Select";
import { WordsField } from "../parts/WordsField";
import type { Whole } from "./scoreMath";
import type { ClusterSearch } from "./search";

/** The filters of the clusters in one line, and what they leave. */
export function ClusterFilters({
  search,
  whole,
  onChange,
  onTheme,
  wordsRef,
  told,
}: {
  search: ClusterSearch;
  whole: Whole | undefined;
  onChange: (patch: Partial<ClusterSearch>) => void;
  /** Open the theme that is looked at. */
  onTheme: () => void;
  wordsRef: RefObject<HTMLInputElement | null>;
  told: string;
}) {
  return (
    <div className="flex min-h-[30px] flex-wrap items-center gap-3">
      <WordsField slash value={search.q} onChange={(q) => onChange({ q })} inputRef={wordsRef} />
      <label className="flex items-center gap-2">
        <Checkbox checked={search.several} onChange={(checked) => onChange({ several: checked })} />
        Two or more keywords
      </label>
      {whole && whole.themes.length > 0 && (
        <>
          <Select
            label="Theme"
            value={search.theme ?? ""}
            onChange={(value) => onChange({ theme: value === "" ? undefined : Number(value) })}
            className={`${INPUT} !w-[190px]`}
          >
            <option value="">All themes</option>
            {whole.themes.map((theme) => (
              <option key={theme.id} value={theme.id}>
                {theme.name}
              </option>
            ))}
            <option value={0}>In no theme</option>
          </Select>
          {search.theme !== undefined && (
            <Button look="bare" onClick={onTheme}>
              Open the theme
            </Button>
          )}
        </>
      )}
      <span role="status" className="flex-1 text-right text-ink-2">
        {told}
      </span>
    </div>
  );
}
