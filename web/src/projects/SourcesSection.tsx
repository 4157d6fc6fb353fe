import { useState } from "react";
import type { Project, Schemas } from "../api/client";
import { Awaited } from "../parts/Awaited";
import { Button } from "../parts/Button";
import { ProblemNote } from "../parts/ProblemNote";
import { Select } from "../parts/Select";
import { useSay } from "../parts/toasts";
import { useChange } from "../shared/useChange";
import { trustSources } from "./changes";
import { useSources } from "./queries";
import { moved, partsOf, tellsInWords } from "./sourceWords";

type Source = Schemas["SourceOut"];

/** The sources of a project in their order of trust, and what each may do; saved together. */
export function SourcesSection({ project }: { project: Project }) {
  const told = useSources(project.id);
  return (
    <section aria-labelledby="sources" className="mt-6 border-t border-hairline pt-5">
      <h2 id="sources" className="pb-1 text-lg">
        Sources, most trusted first
      </h2>
      <p className="pb-3 text-ink-2">
        Your own files come first: their figure counts. Other sources are shown next to it, unless
        you let one adjust it. A source that is off is not asked, not paid and not counted; its
        earlier figures are kept.
      </p>
      <Awaited of={told}>
        {(sources) => <Order key={JSON.stringify(sources)} project={project} sources={sources} />}
      </Awaited>
    </section>
  );
}

function Order({ project, sources }: { project: Project; sources: Source[] }) {
  const [order, setOrder] = useState(sources);
  const say = useSay();
  const touched = JSON.stringify(order) !== JSON.stringify(sources);
  const save = useChange(
    project.id,
    () =>
      trustSources(project.id, {
        sources: order.map(({ name, may }) => ({ name, may })),
        version: project.version,
      }),
    { done: () => say("Saved. Figures are being recalculated.", { undo: true }) },
  );
  const put = (name: string, may: Source["may"]) =>
    setOrder(order.map((source) => (source.name === name ? { ...source, may } : source)));
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (touched && !save.isPending) save.mutate(undefined);
      }}
    >
      <ol className="border-b border-hairline">
        {order.map((source, place) => (
          <li
            key={source.name}
            className="grid grid-cols-[1fr_190px_auto] items-center gap-x-4 max-[700px]:grid-cols-1 border-t
              border-hairline py-[6px]"
          >
            <span className={`min-w-0 ${source.may === "off" ? "text-quiet" : ""}`}>
              <span className="block truncate font-semibold">{source.name}</span>
              <span className="block truncate text-xs text-quiet">{tellsInWords(source)}</span>
            </span>
            <Select
              label={`How ${source.name} is used`}
              value={source.may}
              onChange={(value) => put(source.name, value as Source["may"])}
              className="h-[28px] rounded-md border border-bar bg-sheet px-1"
            >
              {partsOf(source).map(([may, words]) => (
                <option key={may} value={may}>
                  {words}
                </option>
              ))}
            </Select>
            <span className="flex gap-1">
              <Button
                look="bare"
                aria-label={`Move ${source.name} up`}
                disabled={!moved(order, place, -1)}
                onClick={() => setOrder(moved(order, place, -1) ?? order)}
              >
                ↑
              </Button>
              <Button
                look="bare"
                aria-label={`Move ${source.name} down`}
                disabled={!moved(order, place, 1)}
                onClick={() => setOrder(moved(order, place, 1) ?? order)}
              >
                ↓
              </Button>
            </span>
          </li>
        ))}
      </ol>
      {save.error && <ProblemNote error={save.error} />}
      <div className="flex gap-2">
        <Button
          type="submit"
          look={touched ? "main" : "plain"}
          disabled={!touched || save.isPending}
        >
          Save the sources
        </Button>
        {touched && <Button onClick={() => setOrder(sources)}>Cancel</Button>}
      </div>
    </form>
  );
}
