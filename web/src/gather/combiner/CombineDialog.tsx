import { useId } from "react";
import * as z from "zod/mini";
import type { Channel } from "../../api/client";
import { Button } from "../../parts/Button";
import { Checkbox } from "../../parts/Checkbox";
import { exact } from "../../parts/format";
import { Modal } from "../../parts/Modal";
import { ProblemNote } from "../../parts/ProblemNote";
import { useKept } from "../../parts/useKept";
import { useSettled } from "../../parts/useSettled";
import { useOwnFiles } from "../../shared/queries";
import { useChange } from "../../shared/useChange";
import { takeCombinations } from "../changes";
import { useCombinations } from "../queries";
import { CombinePreview } from "./CombinePreview";
import { PriorityMarks } from "./PriorityMarks";
import { emptyRecipe, MODIFIERS, PATTERNS, type Recipe, termsOf, toServer } from "./recipe";

const AREA =
  "w-full resize-none rounded-md border border-bar bg-sheet px-2 py-1 placeholder:text-quiet";
const priority = z.enum(["", "high", "normal", "low"]);
const shape = z.object({
  base: z.string(),
  priorities: z.record(z.string(), priority),
  modifier: z.string(),
  place: z.string(),
  patterns: z.string(),
  onlyKnown: z.boolean(),
  keepDoubled: z.boolean(),
});

/** Base terms, modifiers and places put together by patterns; the list is seen before it is
 * taken. */
export function CombineDialog({
  projectId,
  channel,
  places,
  open,
  onOpenChange,
}: {
  projectId: number;
  channel: Channel;
  places: readonly string[];
  open: boolean;
  onOpenChange: (open: boolean) => void;
}) {
  const [recipe, setRecipe] = useKept<Recipe>(
    `bunraku.recipe.${projectId}`,
    emptyRecipe(places),
    (kept) => shape.safeParse(kept).data,
  );
  const ownFiles = useOwnFiles(projectId);
  // Where no source is asked, no search box knows anything.
  const sent = toServer({ ...recipe, onlyKnown: recipe.onlyKnown && !ownFiles }, channel);
  const settled = useSettled(JSON.stringify(sent), 300);
  const made = useCombinations(projectId, JSON.parse(settled), open);
  const take = useChange(projectId, () => takeCombinations(projectId, sent), {
    done: () => onOpenChange(false),
  });
  const set = (changed: Partial<Recipe>) => {
    take.reset();
    setRecipe({ ...recipe, ...changed });
  };
  const terms = termsOf(recipe.base);
  const wrong = take.error ?? (terms.length ? made.error : null);
  const fresh = made.data ? made.data.total - made.data.known : 0;
  return (
    <Modal open={open} onOpenChange={onOpenChange} title="Combine words" wide>
      <div className="grid grid-cols-3 gap-4">
        <Column
          label="{base} Base terms: what you offer"
          value={recipe.base}
          onChange={(base) => set({ base })}
          placeholder="one service, another service"
        />
        <Column
          label="{modifier} Modifiers; start with … to add it after the term"
          value={recipe.modifier}
          onChange={(modifier) => set({ modifier })}
          placeholder="best, cost of, … near me"
        >
          <div className="flex gap-2 text-xs">
            {MODIFIERS.map((modifier) => (
              <button
                key={modifier.name}
                type="button"
                onClick={() =>
                  set({ modifier: termsOf(`${recipe.modifier}, ${modifier.words}`).join(", ") })
                }
                className="text-ink-2 underline hover:text-ink"
              >
                + {modifier.name}
              </button>
            ))}
          </div>
        </Column>
        <Column
          label="{place} Places"
          value={recipe.place}
          onChange={(place) => set({ place })}
          placeholder="Harrowmere, Pellbridge"
        />
      </div>
      <PriorityMarks
        terms={terms}
        priorities={recipe.priorities}
        onMark={(priorities) => set({ priorities })}
      />
      <div className="grid grid-cols-[minmax(0,1fr)_auto] gap-4 pt-2">
        <label className="flex flex-col gap-1">
          <span className="text-2xs font-semibold text-quiet">
            Patterns, one per line; [square brackets] around optional parts
          </span>
          <textarea
            rows={2}
            value={recipe.patterns}
            onChange={(event) => set({ patterns: event.target.value })}
            className={`${AREA} font-mono`}
          />
        </label>
        <div className="flex flex-col items-start gap-[2px] pt-4 text-xs">
          {PATTERNS.map((pattern) => (
            <button
              key={pattern}
              type="button"
              onClick={() =>
                recipe.patterns.split("\n").includes(pattern) ||
                set({ patterns: `${recipe.patterns.trim()}\n${pattern}`.trim() })
              }
              className="font-mono text-ink-2 underline hover:text-ink"
            >
              {pattern}
            </button>
          ))}
        </div>
      </div>
      {wrong ? (
        <div className="pt-3">
          <ProblemNote error={wrong} />
        </div>
      ) : (
        <CombinePreview
          projectId={projectId}
          channel={channel}
          made={terms.length ? made.data : undefined}
          asks={!ownFiles}
        />
      )}
      <div className="flex items-center gap-4 pt-3">
        <Button
          look="go"
          disabled={!fresh || take.isPending || !!made.error}
          onClick={() => take.mutate(undefined)}
        >
          {sent.only_known ? "Add those autocomplete knows" : `Add ${exact(fresh)}`}
        </Button>
        {!ownFiles && (
          <label className="flex items-center gap-2">
            <Checkbox
              checked={recipe.onlyKnown}
              onChange={(checked) => set({ onlyKnown: checked })}
            />
            Only phrases autocomplete knows (checked one by one, free)
          </label>
        )}
        <label className="flex items-center gap-2">
          <Checkbox
            checked={recipe.keepDoubled}
            onChange={(checked) => set({ keepDoubled: checked })}
          />
          Include combinations that repeat a word or place
        </label>
      </div>
    </Modal>
  );
}

function Column({
  label,
  value,
  onChange,
  placeholder,
  children,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  placeholder: string;
  children?: React.ReactNode;
}) {
  const id = useId();
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className="text-2xs font-semibold text-quiet">
        {label}
        <span className="font-normal">, {exact(termsOf(value).length)}</span>
      </label>
      <textarea
        id={id}
        rows={4}
        maxLength={200_000}
        value={value}
        placeholder={placeholder}
        onChange={(event) => onChange(event.target.value)}
        className={AREA}
      />
      {children}
    </div>
  );
}
