import { Outlet, useRouterState } from "@tanstack/react-router";
import { Fragment, lazy, Suspense, useEffect, useState } from "react";
import { Problem } from "../api/client";
import { ProblemNote } from "../parts/ProblemNote";
import { useUndoInMessages } from "../parts/toasts";
import { useKey } from "../parts/useKey";
import { usePlace } from "../shared/channels";
import { useProject } from "../shared/queries";
import { LostPage } from "./LostPage";
import { pageName } from "./stepOf";
import { TopBar } from "./TopBar";
import { Tour, tourSeen } from "./Tour";
import { useJobEnds } from "./useJobEnds";
import { useLocaleInAddress } from "./useLocaleInAddress";
import { useStepKeys } from "./useStepKeys";
import { useUndo } from "./useUndo";
import { Walkway } from "./Walkway";

const CommandBox = lazy(() => import("./CommandBox").then((m) => ({ default: m.CommandBox })));
const HelpDialog = lazy(() => import("./HelpDialog").then((m) => ({ default: m.HelpDialog })));
const HistoryDialog = lazy(() =>
  import("./HistoryDialog").then((m) => ({ default: m.HistoryDialog })),
);

/** What stands around every page of a project: the top bar, the walkway, and the keys that work
 * everywhere. */
export function ProjectShell() {
  const { projectId, channel } = usePlace();
  const project = useProject(projectId);
  const [commanding, setCommanding] = useState(false);
  const [helping, setHelping] = useState(false);
  const [touring, setTouring] = useState(() => !tourSeen());
  const [history, setHistory] = useState(false);
  const path = useRouterState({ select: (state) => state.location.pathname });
  const undo = useUndo(projectId);
  useJobEnds(projectId);
  useKey("mod+k", () => setCommanding(true), { typing: true });
  useKey("?", () => setHelping(true), { sign: true });
  useKey("z", () => undo());
  useUndoInMessages(undo);
  useStepKeys();
  useLocaleInAddress(project.data);
  useEffect(() => {
    document.title = [pageName(path), project.data?.name, "Bunraku"].filter(Boolean).join(" – ");
  }, [project.data, path]);

  if (project.error instanceof Problem && project.error.status === 404) return <LostPage />;
  return (
    <div className="flex h-full min-w-0 flex-col print:block print:h-auto">
      <TopBar
        project={project.data}
        onCommand={() => setCommanding(true)}
        onHistory={() => setHistory(true)}
        onHelp={() => setHelping(true)}
      />
      <Walkway />
      <div className="beside flex min-h-0 flex-1 print:block">
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
            onHelp={() => setHelping(true)}
            onUndo={undo}
            onHistory={() => setHistory(true)}
          />
        </Suspense>
      )}
      {history && (
        <Suspense>
          <HistoryDialog onClose={() => setHistory(false)} />
        </Suspense>
      )}
      {helping && (
        <Suspense>
          <HelpDialog onRound={() => setTouring(true)} onClose={() => setHelping(false)} />
        </Suspense>
      )}
      {touring && <Tour onEnd={() => setTouring(false)} />}
    </div>
  );
}
