import { useState } from "react";
import { addOutlet, changeOutlet, removeOutlet } from "../api/changes";
import type { Project } from "../api/client";
import { useChange } from "../api/queries";
import { Button } from "../parts/Button";
import { ProblemNote } from "../parts/ProblemNote";
import { useSay } from "../parts/toasts";
import { OutletFields } from "./OutletFields";
import { emptyOutlet, type OutletDraft, readOutlet } from "./projectWords";

/** The outlets of a project, each saved by itself. */
export function OutletsSection({ project }: { project: Project }) {
  return (
    <section aria-labelledby="outlets" className="mt-6 flex flex-col gap-4 border-t border-hairline pt-5">
      <h2 id="outlets" className="text-lg">
        Outlets
      </h2>
      {project.outlets.map((one) => (
        <OutletLine
          key={`${one.id}|${one.name}|${one.standing}|${one.channel}|${one.address}|${one.days_until_shown}`}
          projectId={project.id}
          start={{
            id: one.id,
            name: one.name,
            channel: one.channel,
            address: one.address ?? "",
            standing: String(one.standing),
            days: one.days_until_shown == null ? "" : String(one.days_until_shown),
          }}
        />
      ))}
      <OutletLine key={`new${project.outlets.length}`} projectId={project.id} start={emptyOutlet()} />
    </section>
  );
}

function OutletLine({ projectId, start }: { projectId: number; start: OutletDraft }) {
  const [draft, setDraft] = useState(start);
  const [tried, setTried] = useState(false);
  const say = useSay();
  const read = readOutlet(draft);
  const save = useChange(
    projectId,
    async () => {
      if (!("outlet" in read)) return;
      await (start.id ? changeOutlet(projectId, start.id, read.outlet) : addOutlet(projectId, read.outlet));
    },
    { done: () => say(`${draft.name} is saved; chances are weighed again.`) },
  );
  const remove = useChange(projectId, () => removeOutlet(projectId, start.id ?? 0), {
    done: () => say(`${start.name} is removed. z takes it back.`),
  });
  const changed = JSON.stringify(draft) !== JSON.stringify(start);
  return (
    <form
      noValidate
      aria-label={start.id ? `Outlet ${start.name}` : "New outlet"}
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        setTried(true);
        if (!save.isPending && "outlet" in read) save.mutate(undefined);
      }}
    >
      <OutletFields draft={draft} wrong={tried && "wrong" in read ? read.wrong : undefined} onChange={setDraft} />
      {(save.error ?? remove.error) && <ProblemNote error={(save.error ?? remove.error) as Error} />}
      <div className="flex gap-2">
        <Button type="submit" look={changed ? "main" : "plain"} disabled={!changed || save.isPending}>
          {start.id ? "Save the outlet" : "Add the outlet"}
        </Button>
        {start.id && (
          <Button look="bare" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
            Remove
          </Button>
        )}
      </div>
    </form>
  );
}
