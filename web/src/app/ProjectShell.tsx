import { Outlet } from "@tanstack/react-router";
import { Fragment, lazy, Suspense, useEffect, useState } from "react";
import { Problem } from "../api/client";
import { ProblemNote } from "../parts/ProblemNote";
import { useUndoInMessages } from "../parts/toasts";
import { useKey } from "../parts/useKey";
import { usePlace } from "../shared/channels";
import { useProject } from "../shared/queries";
import { KeysDialog } from "./KeysDialog";
import { LostPage } from "./LostPage";
import { TopBar } from "./TopBar";
import { useJobEnds } from "./useJobEnds";
import { useLocaleInAddress } from "./useLocaleInAddress";
import { useStepKeys } from "./useStepKeys";
import { useUndo } from "./useUndo";
import { Walkway } from "./Walkway";

const CommandBox = lazy(() => import("./CommandBox").then((m) => ({ default: m.CommandBox })));

/** What stands around every page of a project: the top bar, the walkway, and the keys that work
 * everywhere. */
export function ProjectShell() {
  const { projectId, channel } = usePlace();
  const project = useProject(projectId);
  const [commanding, setCommanding] = useState(false);
  const [keys, setKeys] = useState(false);
  const undo = useUndo(projectId);
  useJobEnds(projectId);
  useKey("mod+k", () => setCommanding(true), { typing: true });
  useKey("?", () => setKeys(true), { sign: true });
  useKey("z", () => undo());
  useUndoInMessages(undo);
  useStepKeys();
  useLocaleInAddress(project.data);
  useEffect(() => {
    document.title = project.data ? `${project.data.name} – Bunraku` : "Bunraku";
  }, [project.data]);

  if (project.error instanceof Problem && project.error.status === 404) return <LostPage />;
  return (
    <div className="flex h-full min-w-[1000px] flex-col print:block print:h-auto print:min-w-0">
      <TopBar project={project.data} onCommand={() => setCommanding(true)} />
      <Walkway />
      <div className="flex min-h-0 flex-1 print:block">
        {/* The page does not wait for the project: its figures are asked for meanwhile. */}
        {project.error ? (
          <div className="flex-1 p-6">
            <ProblemNote error={project.error} />
          </div>
        ) : (
          // What is kept on the page while an answer is awaited is never of another place.
          <Fragment key={`${projectId}/${channel}`}>
            <Outlet />
          </Fragment>
        )}
      </div>
      {commanding && (
        <Suspense>
          <CommandBox
            open
            onOpenChange={setCommanding}
            onKeys={() => setKeys(true)}
            onUndo={undo}
          />
        </Suspense>
      )}
      <KeysDialog open={keys} onOpenChange={setKeys} />
    </div>
  );
}
