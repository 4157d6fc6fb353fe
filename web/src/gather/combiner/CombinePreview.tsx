import { useState } from "react";
import type { Channel, Schemas } from "../../api/client";
import { Button } from "../../parts/Button";
import { exact, plural } from "../../parts/format";
import { useSay } from "../../parts/toasts";
import { askBox } from "../changes";

/** What a recipe makes, before it is taken: how many, which are here already, and which the
 * search box knows. */
export function CombinePreview({
  projectId,
  channel,
  made,
  asks,
}: {
  projectId: number;
  channel: Channel;
  made: Schemas["CombinationsOut"] | undefined;
  /** Whether there is a search box to ask. */
  asks: boolean;
}) {
  const [known, setKnown] = useState<{ of: string; texts: ReadonlySet<string>; missing: number }>();
  const [asking, setAsking] = useState(false);
  const say = useSay();
  if (!made) return <p className="pt-3 text-ink-2">Add a base term to preview the combinations.</p>;
  const shown = made.shown.map((keyword) => keyword.text);
  const list = shown.join("|");
  const told = known?.of === list ? known : undefined;
  const ask = async () => {
    setAsking(true);
    try {
      const answer = await askBox(projectId, { channel, texts: shown });
      setKnown({ of: list, texts: new Set(answer.known), missing: answer.missing });
    } catch (error) {
      say(error instanceof Error ? error.message : "Autocomplete could not be asked.", {
        bad: true,
      });
    } finally {
      setAsking(false);
    }
  };
  return (
    <section aria-label="Combinations" className="pt-3">
      <div className="flex items-center gap-3 pb-1">
        <p role="status" className="min-w-0 flex-1 text-ink-2">
          <strong className="text-ink">{plural(made.total, "combination")}</strong>
          {made.known > 0 && `, ${exact(made.known)} already here`}
          {made.left_out > 0 && `, ${exact(made.left_out)} excluded by rules`}
          {made.doubled > 0 && `; ${exact(made.doubled)} skipped because a word or place repeats`}
          {made.too_long > 0 && `; ${exact(made.too_long)} would be too long`}.
          {told &&
            ` Autocomplete knows ${exact(told.texts.size)} of the ${exact(shown.length)} shown`}
          {told && told.missing > 0 && `, ${exact(told.missing)} got no answer`}
          {told && "."}
        </p>
        {asks && (
          <Button disabled={asking || !shown.length} onClick={ask}>
            {asking ? "Asking" : `Check ${exact(shown.length)} in autocomplete`}
          </Button>
        )}
      </div>
      <ul
        // biome-ignore lint/a11y/noNoninteractiveTabindex: keys must reach what scrolls
        tabIndex={0}
        className="h-[150px] columns-3 gap-4 overflow-auto border-t border-hairline pt-1"
      >
        {made.shown.map((keyword) => (
          <li
            key={keyword.text}
            className={`truncate leading-6
              ${keyword.known || keyword.left_out ? "text-quiet" : ""}`}
          >
            {told?.texts.has(keyword.text.toLowerCase()) && (
              <span className="font-semibold text-pine" title="Known to autocomplete">
                ✓{" "}
              </span>
            )}
            {keyword.text}
            {keyword.known && <span className="text-2xs"> already here</span>}
            {keyword.left_out && <span className="text-2xs"> excluded</span>}
            {keyword.priority && (
              <span className="text-2xs text-persimmon-text"> {keyword.priority}</span>
            )}
          </li>
        ))}
      </ul>
      {made.total > shown.length && (
        <p className="pt-1 text-xs text-quiet">
          The first {exact(shown.length)} of {exact(made.total)}.
        </p>
      )}
    </section>
  );
}
