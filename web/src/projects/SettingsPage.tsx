import { useCallback, useEffect, useState } from "react";
import type { Project } from "../api/client";
import { Button } from "../parts/Button";
import { LineField } from "../parts/Field";
import { tenths } from "../parts/format";
import { ProblemNote } from "../parts/ProblemNote";
import { SkeletonLines } from "../parts/Skeleton";
import { useSay } from "../parts/toasts";
import { usePlace } from "../shared/channels";
import { useProject } from "../shared/queries";
import { useChange } from "../shared/useChange";
import { changeProject } from "./changes";
import { FieldGroup } from "./FieldGroup";
import { LogSection } from "./LogSection";
import { OutletsSection } from "./OutletsSection";
import { ProjectFields } from "./ProjectFields";
import { fieldErrors, fromFields, toFields } from "./projectWords";
import { RemoveSection } from "./RemoveSection";
import { SourcesSection } from "./SourcesSection";

/** The parts of the page by the ids of their headings. */
const PARTS = [
  ["project", "Project and figures"],
  ["outlets", "Outlets"],
  ["sources", "Sources"],
  ["log", "Activity log"],
  ["remove", "Delete the project"],
] as const;

/** The project's settings and outlets; figures follow what is changed here. */
export function SettingsPage() {
  const { projectId } = usePlace();
  const project = useProject(projectId).data;
  return (
    <main className="min-w-0 flex-1 overflow-auto">
      <div
        className="mx-auto my-6 w-[920px] max-w-[calc(100%-36px)] rounded-md border
        border-hairline bg-sheet p-6"
      >
        <h1 className="pb-1 text-xl">Project and outlets</h1>
        <nav aria-label="Parts of the settings" className="flex flex-wrap gap-x-4 gap-y-1 pb-5">
          {PARTS.map(([id, name]) => (
            <a key={id} href={`#${id}`} className="text-ink-2 underline underline-offset-2">
              {name}
            </a>
          ))}
        </nav>
        {!project && <SkeletonLines lines={12} two />}
        <div id="project" />
        {project && <Form key={project.id} project={project} />}
        {project && <OutletsSection project={project} />}
        {project && <SourcesSection project={project} />}
        <LogSection projectId={projectId} />
        {project && <RemoveSection project={project} />}
      </div>
    </main>
  );
}

function Form({ project }: { project: Project }) {
  const [seen, setSeen] = useState(project);
  const [fields, setFields] = useState(() => toFields(project));
  const [lookups, setLookups] = useState(tenths(project.lookups_left));
  const say = useSay();
  const show = useCallback((next: Project) => {
    setSeen(next);
    setFields(toFields(next));
    setLookups(tenths(next.lookups_left));
  }, []);
  const touchedLookups = lookups !== tenths(seen.lookups_left);
  const touched = touchedLookups || JSON.stringify(fields) !== JSON.stringify(toFields(seen));
  // What another window or an undo changed shows at once, unless something is being typed here:
  // that is never lost.
  useEffect(() => {
    if (project.version !== seen.version && !touched) show(project);
  }, [project, seen, touched, show]);
  const errors = fieldErrors(fields);
  const left = Number(lookups.replaceAll(",", ""));
  const wrongLeft = lookups.trim() === "" || !(left >= 0 && left <= 10_000_000);
  const save = useChange(
    project.id,
    () =>
      changeProject(project.id, {
        ...fromFields(fields),
        version: seen.version,
        // Left out where it was not touched: jobs may have spent of it since.
        lookups_left: touchedLookups ? left : null,
      }),
    {
      done: (saved) => {
        show(saved);
        say("Saved. Figures are being recalculated.", { undo: true });
      },
    },
  );
  if (save.error?.field === "name") errors.name = save.error.message;
  return (
    <form
      noValidate
      className="flex flex-col gap-6"
      onSubmit={(event) => {
        event.preventDefault();
        if (!save.isPending && !wrongLeft && !Object.keys(fieldErrors(fields)).length)
          save.mutate(undefined);
      }}
    >
      <ProjectFields projectId={project.id} fields={fields} errors={errors} onChange={setFields} />
      <FieldGroup
        title="Allowance"
        changes="You see the price before each lookup. Nothing is bought beyond this allowance."
      >
        <div className="w-[160px]">
          <LineField
            label="Lookups left"
            error={wrongLeft ? "Enter 0 or more." : undefined}
            inputMode="numeric"
            value={lookups}
            onText={setLookups}
          />
        </div>
      </FieldGroup>
      {save.error && save.error.field !== "name" && <ProblemNote error={save.error} />}
      <div>
        <Button type="submit" look="main" disabled={save.isPending}>
          Save the project
        </Button>
      </div>
    </form>
  );
}
