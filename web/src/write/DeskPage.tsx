import { useSearch } from "@tanstack/react-router";
import { Problem } from "../api/client";
import { Empty } from "../parts/Empty";
import { Inspector } from "../parts/Inspector";
import { PageHead } from "../parts/PageHead";
import { ProblemNote } from "../parts/ProblemNote";
import { SkeletonLines } from "../parts/Skeleton";
import { StepLink } from "../parts/StepLink";
import { usePlace } from "../shared/channels";
import { useProject } from "../shared/queries";
import { Desk } from "./Desk";
import { useDesk } from "./queries";

/** Where one piece is written. */
export function DeskPage() {
  const { projectId } = usePlace();
  const { piece } = useSearch({ from: "/p/$projectId/$channel/write/desk" });
  const project = useProject(projectId).data;
  const desk = useDesk(projectId, piece ?? 0);
  if (!piece || (desk.error instanceof Problem && desk.error.status === 404)) return <NoPiece />;
  if (desk.error)
    return (
      <main className="flex-1 p-6">
        <ProblemNote error={desk.error} />
      </main>
    );
  if (!desk.data || !project) return <DeskWaiting />;
  return <Desk key={piece} projectId={projectId} desk={desk.data} currency={project.currency} />;
}

/** The desk to come: its fields at the left, what is covered at the right. */
function DeskWaiting() {
  return (
    <>
      <main className="flex min-w-0 flex-1 flex-col gap-3 px-[18px] py-4">
        <h1 className="text-xl text-quiet">Write</h1>
        <div className="flex max-w-[860px] flex-col gap-3">
          {[3, 2, 6].map((lines) => (
            <div key={lines} className="rounded-md border border-hairline bg-sheet px-4 py-2">
              <SkeletonLines lines={lines} />
            </div>
          ))}
        </div>
      </main>
      <Inspector label="Coverage">
        <SkeletonLines lines={12} />
      </Inspector>
    </>
  );
}

function NoPiece() {
  return (
    <main className="flex min-w-0 flex-1 flex-col">
      <div className="px-[18px] pb-3">
        <PageHead title="Write" about="" />
      </div>
      <Empty
        title="This piece is not in the plan"
        action={<StepLink to="write">Open the list of pieces</StepLink>}
      >
        It was deleted, or it is another person’s. If you deleted it by mistake, press Z to undo;
        its text comes back too.
      </Empty>
    </main>
  );
}
