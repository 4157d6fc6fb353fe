import { Link, useNavigate } from "@tanstack/react-router";
import { usePlace } from "../shared/channels";
import { buttonLook } from "./Button";
import { useCommand } from "./commands";
import { useKey } from "./useKey";

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
