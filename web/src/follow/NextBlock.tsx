import { Link } from "@tanstack/react-router";
import { Button, buttonLook } from "../parts/Button";
import { useKey } from "../parts/useKey";
import { usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { makeTask } from "./changes";
import { type Live, useNext } from "./queries";

/** What to do next with a live piece, and why; t makes the first a task on the plan. */
export function NextBlock({ live }: { live: Live }) {
  const { projectId, channel } = usePlace();
  const steps = useNext(projectId, live.id).data;
  const task = useChange(projectId, (rule: string) => makeTask(projectId, live.id, rule));
  const [first, ...others] = steps ?? [];
  const canBeTask = first && (first.act === "desk" || first.act === "plan") && live.piece !== null;
  useKey("t", () => {
    if (canBeTask && !task.isPending) task.mutate(first.rule);
  });
  if (!first) return null;
  const params = { projectId: String(projectId), channel };
  return (
    <section aria-label="What next" className="border-b border-hairline pb-3">
      <h2 className="text-lg">What next</h2>
      <p className="pt-1">
        <b>{first.do}</b> {first.why}
      </p>
      <div className="flex flex-wrap gap-2 pt-2">
        {first.act === "desk" && live.piece && (
          <Link
            to="/p/$projectId/$channel/write/desk"
            params={params}
            search={{ piece: live.piece }}
            className={buttonLook("plain")}
          >
            Open in editor
          </Link>
        )}
        {first.act === "look" && !live.source && (
          <Link
            to="/p/$projectId/$channel/follow/own"
            params={params}
            className={buttonLook("plain")}
          >
            Import report
          </Link>
        )}
        {first.act === "plan" && live.piece && (
          <Link
            to="/p/$projectId/$channel/plan"
            params={params}
            search={{ piece: live.piece }}
            className={buttonLook("plain")}
          >
            In the plan
          </Link>
        )}
        {canBeTask && !task.isSuccess && (
          <Button disabled={task.isPending} onClick={() => task.mutate(first.rule)}>
            Make it a task <kbd>t</kbd>
          </Button>
        )}
      </div>
      {task.error && <p className="text-persimmon-text">{task.error.message}</p>}
      {task.isSuccess && (
        <p role="status" className="pt-1 text-xs text-ink-2">
          Added as a task to its piece in the plan, due in two weeks.
        </p>
      )}
      {others.length > 0 && (
        <details className="pt-2 text-ink-2">
          <summary className="cursor-default text-xs">
            {others.length === 1 ? "One more suggestion" : `${others.length} more suggestions`}
          </summary>
          <ul>
            {others.map((step) => (
              <li key={step.rule} className="border-t border-hairline py-1 first:border-0">
                <b className="text-ink">{step.do}</b> {step.why}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
