import { Link, Navigate } from "@tanstack/react-router";
import { buttonLook } from "../parts/Button";
import { ProblemNote } from "../parts/ProblemNote";
import { localeName } from "../shared/locales";
import { useProjects, useSession } from "../shared/queries";
import { PlainPage } from "./PlainPage";
import { useProjectLines } from "./queries";

/** Where one lands: sign in first; a first project if there is none; the list of projects. */
export function HomePage() {
  const session = useSession();
  const lines = useProjectLines().data ?? [];
  const told = new Map(lines.map((line) => [line.id, line]));
  const projects = useProjects();
  if (session.data && !session.data.name) return <Navigate to="/sign-in" />;
  if (projects.data?.length === 0) return <Navigate to="/projects/new" replace />;
  return (
    <PlainPage title="Your projects">
      {projects.error && <ProblemNote error={projects.error} />}
      <ul className="border-t border-hairline">
        {projects.data?.map((project) => (
          <li key={project.id} className="border-b border-hairline">
            <Link
              to="/p/$projectId/$channel"
              params={{
                projectId: String(project.id),
                channel: project.outlets[0]?.channel ?? "web",
              }}
              className="flex items-baseline justify-between gap-4 px-1 py-3 hover:bg-paper"
            >
              <span className="min-w-0">
                <strong className="block text-base">{project.name}</strong>
                <span className="block truncate text-ink-2">{project.about}</span>
              </span>
              <span className="shrink-0 text-right text-quiet">
                {localeName(project.country, project.language)}
                <br />
                {told.get(project.id)?.next}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      <div className="mt-4 flex items-center justify-between">
        <Link to="/projects/new" className={buttonLook("main")}>
          New project
        </Link>
        {session.data?.name && (
          <Link to="/account" className={buttonLook("bare")}>
            Account of {session.data.name}
          </Link>
        )}
      </div>
    </PlainPage>
  );
}
