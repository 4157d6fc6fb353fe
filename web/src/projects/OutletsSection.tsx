import { useEffect, useState } from "react";
import type { Project, Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { ProblemNote } from "../parts/ProblemNote";
import { useSay } from "../parts/toasts";
import { channelName } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { ByPlaces } from "./ByPlaces";
import { addOutlet, changeOutlet, chooseOutlet, removeOutlet } from "./changes";
import { OutletFields, OutletHeads } from "./OutletFields";
import { emptyOutlet, readOutlet, toDraft } from "./projectWords";

type Outlet = Schemas["OutletOut"];

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
          key={outlet.id}
          projectId={project.id}
          chosen={project.chosen_outlets.includes(outlet.id)}
          alone={project.outlets.filter((other) => other.channel === outlet.channel).length < 2}
          outlet={outlet}
        />
      ))}
      <OutletLine key={`new${project.outlets.length}`} projectId={project.id} />
    </section>
  );
}

function OutletLine({
  projectId,
  outlet,
  chosen = false,
  alone = true,
}: {
  projectId: number;
  /** The one that is there; without it a new one is typed. */
  outlet?: Outlet;
  /** Whether its channel is weighed for it, and whether it has that channel to itself. */
  chosen?: boolean;
  alone?: boolean;
}) {
  const [seen, setSeen] = useState(outlet);
  const start = seen ? toDraft(seen) : emptyOutlet();
  const [draft, setDraft] = useState(start);
  const [tried, setTried] = useState(false);
  const say = useSay();
  const read = readOutlet(draft);
  const changed = JSON.stringify(draft) !== JSON.stringify(start);
  // As with the project's own fields: what changed elsewhere shows, unless something is typed here.
  useEffect(() => {
    if (outlet && outlet.version !== seen?.version && !changed) {
      setSeen(outlet);
      setDraft(toDraft(outlet));
    }
  }, [outlet, seen, changed]);
  const save = useChange(
    projectId,
    async () => {
      if (!("outlet" in read)) return;
      if (!seen) return await addOutlet(projectId, read.outlet);
      return await changeOutlet(projectId, seen.id, { ...read.outlet, version: seen.version });
    },
    {
      done: (saved) => {
        if (saved && seen) {
          setSeen(saved);
          setDraft(toDraft(saved));
        }
        say(`${draft.name} saved. Chances are being recalculated.`);
      },
    },
  );
  const gone = () => removeOutlet(projectId, seen?.id ?? 0, seen?.version ?? 0);
  const remove = useChange(projectId, gone, {
    done: () => say(`${start.name} deleted.`, { undo: true }),
  });
  const choose = useChange(projectId, () => chooseOutlet(projectId, seen?.id ?? 0), {
    done: () =>
      say(
        `${channelName(start.channel)} search now uses ${start.name}; recalculating in the background.`,
        { undo: true },
      ),
  });
  const problem = save.error ?? remove.error ?? choose.error;
  return (
    <form
      noValidate
      aria-label={seen ? `Outlet ${start.name}` : "New outlet"}
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
      {seen && (
        <ByPlaces
          projectId={projectId}
          outlet={seen}
          onTake={(standing, reason) =>
            setDraft((now) => ({ ...now, standing: String(standing), assumed: false, reason }))
          }
        />
      )}
      {problem && <ProblemNote error={problem} />}
      <div className="flex gap-2">
        <Button
          type="submit"
          look={changed ? "main" : "plain"}
          disabled={!changed || save.isPending}
        >
          {seen ? "Save the outlet" : "Add the outlet"}
        </Button>
        {seen && !alone && (
          <Button
            aria-pressed={chosen}
            disabled={chosen || choose.isPending}
            onClick={() => choose.mutate(undefined)}
          >
            {chosen ? "Used for this channel" : "Use for this channel"}
          </Button>
        )}
        {seen && (
          <Button look="bare" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
            Remove the outlet
          </Button>
        )}
      </div>
    </form>
  );
}
