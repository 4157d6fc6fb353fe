import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import type { Problem, Project } from "../api/client";
import { Button } from "../parts/Button";
import { ProblemNote } from "../parts/ProblemNote";
import { openSample } from "./changes";

/** A project in which every step has something to look at: made once for each account. */
export function OpenSample() {
  const navigate = useNavigate();
  const client = useQueryClient();
  const open = useMutation<Project, Problem>({
    mutationFn: openSample,
    onSuccess: (project) => {
      client.invalidateQueries({ queryKey: ["projects"] });
      navigate({
        to: "/p/$projectId/$channel",
        params: { projectId: String(project.id), channel: "web" },
      });
    },
  });
  return (
    <>
      <Button
        disabled={open.isPending}
        onClick={() => open.mutate()}
        title="Made-up figures of a small astronomy shop. It takes about a minute to prepare."
      >
        Open the sample project
      </Button>
      {open.error && <ProblemNote error={open.error} />}
    </>
  );
}
