import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { at } from "../api/at";
import { api, data, type Schemas } from "../api/client";
import { Awaited } from "../parts/Awaited";
import { Button } from "../parts/Button";
import { moment } from "../parts/format";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
import { useSay } from "../parts/toasts";
import { usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { undo } from "./changes";

/** The latest changes to the project: what, who and when, each undone by itself where that is still
 * possible. */
export function HistoryDialog({ onClose }: { onClose: () => void }) {
  const { projectId, channel } = usePlace();
  const found = useQuery({
    queryKey: ["history", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/history", { params: at(projectId) })),
  });
  return (
    <Modal open onOpenChange={onClose} title="History" wide>
      <p className="pb-2 text-ink-2">
        Undo reverses that one change and keeps later ones. It is refused if something later depends
        on it.
      </p>
      <Awaited of={found}>
        {(changes) => (
          <>
            {!changes.length && <p className="text-ink-2">Nothing has been changed yet.</p>}
            <ol aria-label="Latest changes">
              {changes.map((change) => (
                <Change key={change.id} projectId={projectId} change={change} />
              ))}
            </ol>
          </>
        )}
      </Awaited>
      <p className="border-t border-hairline pt-3 text-xs text-quiet">
        The results of jobs and what was published are listed in the{" "}
        <Link
          to="/p/$projectId/$channel/settings"
          params={{ projectId: String(projectId), channel }}
          hash="log"
          onClick={onClose}
          className="underline"
        >
          activity log
        </Link>
        .
      </p>
    </Modal>
  );
}

function Change({ projectId, change }: { projectId: number; change: Schemas["ChangeOut"] }) {
  const say = useSay();
  const back = useChange(projectId, () => undo(projectId, change.id, true), {
    done: () => say(`Undone: ${change.label}`),
  });
  return (
    <li className="border-t border-hairline py-1">
      <div className="grid min-h-[30px] grid-cols-[132px_minmax(0,1fr)_auto_84px] items-center gap-x-3">
        <time dateTime={change.at} className="text-quiet">
          {moment(change.at)}
        </time>
        <span className={`break-words ${change.undone ? "text-quiet line-through" : ""}`}>
          {change.label}
        </span>
        <span className="text-quiet">{change.by || "a former user"}</span>
        <span className="text-right">
          {change.undone ? (
            <span className="text-quiet">undone</span>
          ) : (
            change.own && (
              <Button
                aria-label={`Undo: ${change.label}`}
                disabled={back.isPending}
                onClick={() => back.mutate(undefined)}
              >
                Undo
              </Button>
            )
          )}
        </span>
      </div>
      {back.error && <ProblemNote error={back.error} />}
    </li>
  );
}
