import { Link } from "@tanstack/react-router";
import { usePlace } from "../shared/channels";
import { buttonLook } from "./Button";

/** A link to another view of this project and channel that looks like a button. */
export function StepLink({
  to,
  search = {},
  look = "main",
  children,
}: {
  to: "first" | "gather" | "weigh" | "cluster" | "plan" | "write" | "follow";
  search?: Record<string, unknown>;
  look?: "main" | "plain";
  children: string;
}) {
  const { projectId, channel } = usePlace();
  return (
    <Link
      to={`/p/$projectId/$channel/${to}`}
      params={{ projectId: String(projectId), channel }}
      search={search}
      className={buttonLook(look)}
    >
      {children}
    </Link>
  );
}
