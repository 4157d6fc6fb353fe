import { useNavigate } from "@tanstack/react-router";
import { useKey } from "../parts/useKey";
import { type StepId, usePlace } from "../shared/channels";

/** The keys 1 to 6 go to the six steps, 0 to what is up next. */
export function useStepKeys(): void {
  const { projectId, channel } = usePlace();
  const navigate = useNavigate();
  const go = (step: StepId) =>
    navigate({
      to: `/p/$projectId/$channel/${step}`,
      params: { projectId: String(projectId), channel },
    });
  useKey("0", () =>
    navigate({ to: "/p/$projectId/$channel", params: { projectId: String(projectId), channel } }),
  );
  useKey("1", () => go("gather"));
  useKey("2", () => go("weigh"));
  useKey("3", () => go("cluster"));
  useKey("4", () => go("plan"));
  useKey("5", () => go("write"));
  useKey("6", () => go("follow"));
}
