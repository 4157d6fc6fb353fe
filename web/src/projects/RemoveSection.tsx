import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import type { Problem, Project } from "../api/client";
import { Button } from "../parts/Button";
import { LineField } from "../parts/Field";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
import { useSay } from "../parts/toasts";
import { removeProject } from "./changes";
import { useHoldings } from "./queries";

/** Removing a project: what goes with it, and its name to be typed, since it cannot be undone. */
export function RemoveSection({ project }: { project: Project }) {
  const [open, setOpen] = useState(false);
  return (
    <section aria-labelledby="remove" className="mt-6 border-t border-hairline pt-5">
      <h2 id="remove" className="pb-1 text-lg">
        Delete project
      </h2>
      <p className="pb-3 text-ink-2">Everything in it is deleted. This cannot be undone.</p>
      <Button onClick={() => setOpen(true)}>Remove the project…</Button>
      <RemoveDialog key={String(open)} project={project} open={open} onOpenChange={setOpen} />
    </section>
  );
}

function RemoveDialog({
  project,
  open,
  onOpenChange,
}: {
  project: Project;
  open: boolean;
  onOpenChange: (open: boolean) => void;
}) {
  const [name, setName] = useState("");
  const holdings = useHoldings(project.id, open);
  const client = useQueryClient();
  const navigate = useNavigate();
  const say = useSay();
  const remove = useMutation<unknown, Problem, string>({
    mutationFn: (typed) => removeProject(project.id, typed),
    onSuccess: async () => {
      say(`${project.name} is removed.`);
      await navigate({ to: "/" });
      client.invalidateQueries({ queryKey: ["projects"] });
    },
  });
  return (
    <Modal open={open} onOpenChange={onOpenChange} title={`Remove ${project.name}`}>
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (!remove.isPending) remove.mutate(name);
        }}
      >
        {holdings.error && <ProblemNote error={holdings.error} />}
        <p>
          {holdings.data?.length ? `This deletes ${holdings.data.join(", ")}.` : ""} Existing
          backups still contain it.
        </p>
        <LineField
          label="Type the project name to confirm"
          hint={project.name}
          error={remove.error?.field === "name" ? remove.error.message : undefined}
          autoFocus
          autoComplete="off"
          value={name}
          onText={setName}
        />
        {remove.error && remove.error.field !== "name" && <ProblemNote error={remove.error} />}
        <div className="flex gap-2">
          <Button type="submit" look="go" disabled={remove.isPending || !name.trim()}>
            Delete permanently
          </Button>
          <Button onClick={() => onOpenChange(false)}>Cancel</Button>
        </div>
      </form>
    </Modal>
  );
}
