import { useState } from "react";
import type { Project } from "../api/client";
import { Button } from "../parts/Button";
import { ProblemNote } from "../parts/ProblemNote";
import { useSay } from "../parts/toasts";
import { channelName } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { addOutlet, changeOutlet, chooseOutlet, removeOutlet } from "./changes";
import { OutletFields, OutletHeads } from "./OutletFields";
import { emptyOutlet, type OutletDraft, readOutlet } from "./projectWords";

/** The outlets of a project, each saved by itself. */
export function OutletsSection({ project }: { project: Project }) {
  return (
    <section
      aria-labelledby="outlets"
      className="mt-6 flex flex-col gap-4 border-t border-hairline pt-5"
    >
      <h2 id="outlets" className="text-lg">
        Outlets
      </h2>
      <OutletHeads />
      {project.outlets.map((outlet) => (
        <OutletLine
          key={Object.values(outlet).join("|")}
          projectId={project.id}
          chosen={project.chosen_outlets.includes(outlet.id)}
          alone={project.outlets.filter((other) => other.channel === outlet.channel).length < 2}
          start={{
            id: outlet.id,
            name: outlet.name,
            channel: outlet.channel,
            address: outlet.address ?? "",
            standing: String(outlet.standing),
            days: outlet.days_until_shown == null ? "" : String(outlet.days_until_shown),
          }}
        />
      ))}
      <OutletLine
        key={`new${project.outlets.length}`}
        projectId={project.id}
        start={emptyOutlet()}
      />
    </section>
  );
}

function OutletLine({
  projectId,
  start,
  chosen = false,
  alone = true,
}: {
  projectId: number;
  start: OutletDraft;
  /** Whether its channel is weighed for it, and whether it has that channel to itself. */
  chosen?: boolean;
  alone?: boolean;
}) {
  const [draft, setDraft] = useState(start);
  const [tried, setTried] = useState(false);
  const say = useSay();
  const read = readOutlet(draft);
  const save = useChange(
    projectId,
    async () => {
      if (!("outlet" in read)) return;
      await (start.id
        ? changeOutlet(projectId, start.id, read.outlet)
        : addOutlet(projectId, read.outlet));
    },
    { done: () => say(`${draft.name} is saved; chances are weighed again.`) },
  );
  const remove = useChange(projectId, () => removeOutlet(projectId, start.id ?? 0), {
    done: () => say(`${start.name} is removed. z takes it back.`),
  });
  const choose = useChange(projectId, () => chooseOutlet(projectId, start.id ?? 0), {
    done: () =>
      say(
        `${channelName(start.channel)} search is weighed for ${start.name} now, in the ` +
          "background. z takes it back.",
      ),
  });
  const problem = save.error ?? remove.error ?? choose.error;
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
      <OutletFields
        draft={draft}
        wrong={tried && "wrong" in read ? read.wrong : undefined}
        onChange={setDraft}
      />
      {problem && <ProblemNote error={problem} />}
      <div className="flex gap-2">
        <Button
          type="submit"
          look={changed ? "main" : "plain"}
          disabled={!changed || save.isPending}
        >
          {start.id ? "Save the outlet" : "Add the outlet"}
        </Button>
        {start.id && !alone && (
          <Button
            aria-pressed={chosen}
            disabled={chosen || choose.isPending}
            onClick={() => choose.mutate(undefined)}
          >
            {chosen ? "The sheet is weighed for it" : "Weigh the sheet for it"}
          </Button>
        )}
        {start.id && (
          <Button look="bare" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
            Remove
          </Button>
        )}
      </div>
    </form>
  );
}
