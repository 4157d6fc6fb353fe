import { Link, Navigate } from "@tanstack/react-router";
import { Awaited } from "../parts/Awaited";
import { buttonLook } from "../parts/Button";
import { SkeletonLines } from "../parts/Skeleton";
import { localeName } from "../shared/locales";
import { useProjects, useSession } from "../shared/queries";
import { OpenSample } from "./OpenSample";
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
      <Awaited of={projects} waiting={<SkeletonLines lines={3} two />}>
        {(projects) => (
          <ul className="border-t border-hairline">
            {projects.map((project) => (
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
        )}
      </Awaited>
      <div className="mt-4 flex items-center justify-between">
        <span className="flex gap-2">
          <Link to="/projects/new" className={buttonLook("main")}>
            New project
          </Link>
          <OpenSample />
        </span>
        {session.data?.name && (
          <span className="flex gap-2">
            <Link to="/about" className={buttonLook("bare")}>
              About Bunraku
            </Link>
            <Link to="/account" className={buttonLook("bare")}>
              Account of {session.data.name}
            </Link>
          </span>
        )}
      </div>
    </PlainPage>
  );
}
