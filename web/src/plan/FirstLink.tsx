import { Link, useNavigate } from "@tanstack/react-router";
import { buttonLook } from "../parts/Button";
import { useCommand } from "../parts/commands";
import { useKey } from "../parts/useKey";
import { usePlace } from "../shared/channels";

/** To what comes first, by w. */
export function FirstLink() {
  const { projectId, channel } = usePlace();
  const navigate = useNavigate();
  const params = { projectId: String(projectId), channel };
  const go = () => navigate({ to: "/p/$projectId/$channel/first", params });
  useKey("w", go);
  useCommand("What comes first", go, { keys: "w" });
  return (
    <Link to="/p/$projectId/$channel/first" params={params} className={buttonLook("plain")}>
      What comes first
    </Link>
  );
}
