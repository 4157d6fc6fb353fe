import type { Schemas } from "../../api/client";
import { Button } from "../../parts/Button";
import { exact } from "../../parts/format";
import { useSay } from "../../parts/toasts";
import { useChange } from "../../shared/useChange";
import { addRule } from "../changes";

/** What could be left out: words dropped again and again, names that behave like brands; with
 * count and examples. */
export function HintList({
  projectId,
  hints,
}: {
  projectId: number;
  hints: readonly Schemas["HintOut"][] | undefined;
}) {
  const say = useSay();
  const add = useChange(
    projectId,
    (hint: Schemas["HintOut"]) =>
      addRule(projectId, { kind: hint.kind as Schemas["RuleIn"]["kind"], value: hint.value }),
    {
      done: (_, hint) => say(`“${hint.value}” is excluded.`, { undo: true }),
      failed: (problem) => say(problem.message, { bad: true }),
    },
  );
  return (
    <div>
      <h2 className="pb-1 text-base">Suggested</h2>
      {hints?.length === 0 && (
        <p className="text-ink-2">
          No suggestions. Words you reject three times and never keep, and names several competitors
          use, appear here.
        </p>
      )}
      <ul>
        {hints?.map((hint) => (
          <li
            key={`${hint.kind}${hint.value}`}
            className="flex gap-3 border-t border-hairline py-2"
          >
            <div className="min-w-0 flex-1">
              <strong>{hint.value}</strong> <span className="text-ink-2">{hint.why}</span>
              <p className="truncate text-xs text-quiet">{hint.examples.join(", ")}</p>
            </div>
            <Button onClick={() => add.mutate(hint)} disabled={add.isPending}>
              Exclude {exact(hint.count)}
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
