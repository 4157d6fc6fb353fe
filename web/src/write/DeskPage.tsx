import { Link, useSearch } from "@tanstack/react-router";
import { Problem } from "../api/client";
import { buttonLook } from "../parts/Button";
import { Empty } from "../parts/Empty";
import { PageHead } from "../parts/PageHead";
import { ProblemNote } from "../parts/ProblemNote";
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
  if (!desk.data || !project) return <main className="flex-1" aria-busy="true" />;
  return <Desk key={piece} projectId={projectId} desk={desk.data} currency={project.currency} />;
}

function NoPiece() {
  const { projectId, channel } = usePlace();
  return (
    <main className="flex min-w-0 flex-1 flex-col">
      <div className="px-[18px] pb-3">
        <PageHead title="Write" about="" />
      </div>
      <Empty
        title="This piece is not in the plan"
        action={
          <Link
            to="/p/$projectId/$channel/write"
            params={{ projectId: String(projectId), channel }}
            className={buttonLook("main")}
          >
            Open the list of pieces
          </Link>
        }
      >
        It was deleted, or it is another person’s. If you deleted it by mistake, press Z to undo;
        its text comes back too.
      </Empty>
    </main>
  );
}
