import type { Schemas } from "../../api/client";
import { Button } from "../../parts/Button";
import { exact, plural } from "../../parts/format";
import { ProblemNote } from "../../parts/ProblemNote";
import { SkeletonLines } from "../../parts/Skeleton";
import { useSay } from "../../parts/toasts";
import { languageName } from "../../shared/locales";
import { useChange } from "../../shared/useChange";
import { removeRule } from "../changes";
import { useHints, useRules } from "../queries";
import { HintList } from "./HintList";
import { RuleForm } from "./RuleForm";

/** What is left out, rule by rule with its count; a new rule with what it would leave out; what
 * could be left out. */
export function RulesTab({
  projectId,
  language,
  onShow,
}: {
  projectId: number;
  language: string;
  onShow: () => void;
}) {
  const told = useRules(projectId);
  const hints = useHints(projectId);
  const say = useSay();
  const remove = useChange(
    projectId,
    (rule: Schemas["RuleOut"]) => removeRule(projectId, rule.id),
    {
      done: (_, rule) =>
        say(`“${rule.value}” is no longer excluded; its keywords are back.`, { undo: true }),
      failed: (problem) => say(problem.message, { bad: true }),
    },
  );
  if (told.error) return <ProblemNote error={told.error} />;
  if (!told.data)
    return (
      <div className="px-[18px] py-3">
        <SkeletonLines lines={8} />
      </div>
    );
  const { rules, kinds } = told.data;
  const total = rules.reduce((sum, rule) => sum + rule.count, 0);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] max-[1200px]:grid-cols-1 gap-6 px-[18px] py-3">
      <section aria-labelledby="rules">
        <div className="flex items-baseline justify-between gap-3 pb-1">
          <h2 id="rules" className="text-base">
            Rules{" "}
            <span className="font-sans text-xs font-normal text-quiet">
              {plural(total, "keyword")} excluded, all channels
            </span>
          </h2>
          {total > 0 && (
            <button
              type="button"
              onClick={onShow}
              className="text-xs text-ink-2 underline hover:text-ink"
            >
              Show those on this channel
            </button>
          )}
        </div>
        {rules.length === 0 && (
          <p className="text-ink-2">
            Nothing is excluded. Rules exclude keywords on every channel, now and in future.
          </p>
        )}
        <ul>
          {rules.map((rule) => (
            <li
              key={rule.id}
              className="flex min-h-[34px] items-center gap-3 border-t border-hairline py-1"
            >
              <span className="w-[104px] shrink-0 text-quiet">
                {rule.id === 0
                  ? "Competitors' brands"
                  : kinds.find((kind) => kind.id === rule.kind)?.name}
              </span>
              <strong className="min-w-0 flex-1 break-words">
                {rule.kind === "language" ? languageName(rule.value) : rule.value}
              </strong>
              <span className="shrink-0 text-right">{exact(rule.count)}</span>
              {rule.id === 0 ? (
                <span className="w-[76px] shrink-0 text-right text-xs text-quiet">in settings</span>
              ) : (
                <Button
                  look="bare"
                  className="w-[76px] justify-center"
                  onClick={() => remove.mutate(rule)}
                >
                  Remove rule
                </Button>
              )}
            </li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="new-rule" className="flex flex-col gap-4">
        <RuleForm projectId={projectId} language={language} kinds={kinds} />
        <HintList projectId={projectId} hints={hints.data} />
      </section>
    </div>
  );
}
