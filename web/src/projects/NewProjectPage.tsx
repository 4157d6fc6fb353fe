import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import type { Problem, Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { ProblemNote } from "../parts/ProblemNote";
import { createProject } from "./changes";
import { OutletFields, OutletHeads } from "./OutletFields";
import { PlainPage } from "./PlainPage";
import { ProjectFields } from "./ProjectFields";
import {
  EMPTY_FIELDS,
  emptyOutlet,
  fieldErrors,
  fromFields,
  type OutletDraft,
  readOutlet,
} from "./projectWords";

const DRAFT = "bunraku.new-project";
type Draft = { fields: typeof EMPTY_FIELDS; outlets: OutletDraft[] };

function kept(): Draft {
  try {
    const found: unknown = JSON.parse(sessionStorage.getItem(DRAFT) ?? "null");
    if (found && typeof found === "object" && "fields" in found && "outlets" in found)
      return found as Draft;
  } catch {
    // A draft that cannot be read is no draft.
  }
  return { fields: EMPTY_FIELDS, outlets: [emptyOutlet()] };
}

/** A new project on any subject; what is typed survives a reload. */
export function NewProjectPage() {
  const [draft, setDraft] = useState(kept);
  const [tried, setTried] = useState(false);
  const navigate = useNavigate();
  const client = useQueryClient();
  const keep = (next: Draft) => {
    setDraft(next);
    sessionStorage.setItem(DRAFT, JSON.stringify(next));
  };
  const create = useMutation<Schemas["ProjectOut"], Problem, Schemas["ProjectIn"]>({
    mutationFn: createProject,
    onSuccess: (made) => {
      sessionStorage.removeItem(DRAFT);
      client.invalidateQueries({ queryKey: ["projects"] });
      navigate({
        to: "/p/$projectId/$channel/gather",
        params: { projectId: String(made.id), channel: made.outlets[0]?.channel ?? "web" },
      });
    },
  });
  // A line that was never touched is no outlet.
  const outlets = draft.outlets.filter(
    (outlet) => outlet.name || outlet.address || outlet.standing,
  );
  const read = outlets.map(readOutlet);
  const errors = tried ? fieldErrors(draft.fields) : {};
  const problem = create.error;
  if (problem?.field === "name") errors.name = problem.message;
  return (
    <PlainPage title="New project">
      <form
        noValidate
        className="flex flex-col gap-5"
        onSubmit={(event) => {
          event.preventDefault();
          setTried(true);
          const good = read.flatMap((answer) => ("outlet" in answer ? [answer.outlet] : []));
          if (
            !create.isPending &&
            good.length === read.length &&
            !Object.keys(fieldErrors(draft.fields)).length
          )
            create.mutate({ ...fromFields(draft.fields), outlets: good });
        }}
      >
        <ProjectFields
          fields={draft.fields}
          errors={errors}
          onChange={(fields) => keep({ ...draft, fields })}
        />
        <fieldset className="flex flex-col gap-2">
          <legend className="pb-1 font-semibold">
            Outlets: where you publish, and how strong each is
          </legend>
          <OutletHeads />
          {draft.outlets.map((outlet, i) => {
            const told =
              tried && outlets.includes(outlet) ? read[outlets.indexOf(outlet)] : undefined;
            return (
              <OutletFields
                // biome-ignore lint/suspicious/noArrayIndexKey: only its place tells a line apart
                key={i}
                draft={outlet}
                wrong={told && "wrong" in told ? told.wrong : undefined}
                onChange={(next) =>
                  keep({
                    ...draft,
                    outlets: draft.outlets.map((other, j) => (i === j ? next : other)),
                  })
                }
              />
            );
          })}
          <div>
            <Button
              look="bare"
              onClick={() =>
                keep({
                  ...draft,
                  outlets: [
                    ...draft.outlets,
                    emptyOutlet(draft.outlets.length === 1 ? "video" : "marketplace"),
                  ],
                })
              }
            >
              Add an outlet
            </Button>
          </div>
          <p className="text-xs text-quiet">
            Without an outlet on a channel, Bunraku can tell demand and difficulty there, but not
            your chance.
          </p>
        </fieldset>
        {problem && problem.field !== "name" && <ProblemNote error={problem} />}
        <div>
          <Button type="submit" look="main" disabled={create.isPending}>
            Make the project
          </Button>
        </div>
      </form>
    </PlainPage>
  );
}
