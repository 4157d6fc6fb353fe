import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useEffect, useRef, useState } from "react";
import type { Problem, Schemas } from "../../api/client";
import { Button } from "../../parts/Button";
import { Choice } from "../../parts/Choice";
import { LineField, TextField } from "../../parts/Field";
import { ProblemNote } from "../../parts/ProblemNote";
import { useProjects } from "../../shared/queries";
import { createProject, readAbout } from "../changes";
import { LocaleFields } from "../LocaleFields";
import { OpenSample } from "../OpenSample";
import { PlainPage } from "../PlainPage";
import {
  type Draft,
  draftShape,
  EMPTY_DRAFT,
  freeName,
  named,
  nameFrom,
  STEPS,
  type Step,
  toProject,
  withCountry,
  withRead,
  wrongOutlet,
  wrongWorth,
} from "./draft";
import { PublishStep } from "./PublishStep";
import { WorthStep } from "./WorthStep";

const DRAFT = "bunraku.new-project";
const TITLES: Record<Step, string> = {
  about: "What are you about?",
  where: "Where are the people who search?",
  publish: "Where do you publish?",
  worth: "What is a visitor worth to you?",
  have: "What do you have already?",
};

function kept(): Draft {
  try {
    const found = draftShape.safeParse(JSON.parse(sessionStorage.getItem(DRAFT) ?? "null"));
    if (found.success) return found.data;
  } catch {
    // A draft that cannot be read is no draft.
  }
  return EMPTY_DRAFT;
}

/** A new project on any subject: one question at a time, each to be skipped; all of it can be
 * changed in the settings. */
export function NewProjectPage() {
  const [draft, setDraft] = useState(kept);
  const [tried, setTried] = useState(false);
  const form = useRef<HTMLFormElement>(null);
  const navigate = useNavigate();
  const client = useQueryClient();
  const taken = (useProjects().data ?? []).map((project) => project.name);
  const keep = (changed: Partial<Draft>) => setDraft((now) => ({ ...now, ...changed }));
  useEffect(() => sessionStorage.setItem(DRAFT, JSON.stringify(draft)), [draft]);
  const read = useMutation({
    mutationFn: readAbout,
    onSuccess: (told) => setDraft((now) => withRead(now, told)),
  });
  const create = useMutation<Schemas["ProjectOut"], Problem, Draft>({
    mutationFn: (told) => createProject(toProject(told, taken)),
    onSuccess: (made) => {
      sessionStorage.removeItem(DRAFT);
      client.invalidateQueries({ queryKey: ["projects"] });
      navigate({
        to: "/p/$projectId/$channel/gather",
        params: { projectId: String(made.id), channel: made.outlets[0]?.channel ?? "web" },
        search: draft.have === "nothing" ? {} : { bring: true },
      });
    },
  });
  const wrongName =
    create.error?.field.endsWith("name") && draft.step === "have"
      ? `${create.error.message} ${create.error.hint}`
      : undefined;
  const at = STEPS.indexOf(draft.step);
  const last = at === STEPS.length - 1;
  const go = (by: number, changed: Partial<Draft> = {}) => {
    setTried(false);
    if (draft.step === "about" && draft.about.trim()) read.mutate(draft.about);
    keep({ ...changed, step: STEPS[at + by] ?? draft.step });
  };
  const next = () => {
    if (
      (draft.step === "publish" && named(draft.outlets).some((outlet) => wrongOutlet(outlet))) ||
      (draft.step === "worth" && wrongWorth(draft))
    )
      setTried(true);
    else if (!last) go(1);
    else if (!create.isPending) create.mutate(draft);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: the focus follows the question
  useEffect(() => {
    form.current?.querySelector<HTMLElement>("textarea, input, [role=combobox]")?.focus();
  }, [draft.step]);
  return (
    <PlainPage title={TITLES[draft.step]}>
      <form
        ref={form}
        noValidate
        className="flex flex-col gap-5"
        onSubmit={(event) => {
          event.preventDefault();
          next();
        }}
      >
        <p className="text-xs text-quiet">
          Question {at + 1} of {STEPS.length}. You can change everything later in settings.
        </p>
        {draft.step === "about" && (
          <TextField
            label="In one sentence"
            hint="What you sell, teach or write about. It is used to suggest seeds and to tell which keywords are on topic."
            rows={2}
            maxLength={2000}
            value={draft.about}
            placeholder="We repair and tune pianos in Marlbury"
            onText={(text) => keep({ about: text })}
            onKeyDown={(event) => {
              if (event.key !== "Enter" || event.shiftKey) return;
              event.preventDefault();
              next();
            }}
            look="large"
          />
        )}
        {draft.step === "where" && <WhereStep draft={draft} onChange={keep} />}
        {draft.step === "publish" && (
          <PublishStep
            outlets={draft.outlets}
            tried={tried}
            onChange={(outlets) => keep({ outlets })}
          />
        )}
        {draft.step === "worth" && <WorthStep draft={draft} tried={tried} onChange={keep} />}
        {draft.step === "have" && (
          <HaveStep draft={draft} taken={taken} wrongName={wrongName} onChange={keep} />
        )}
        {create.error && !wrongName && <ProblemNote error={create.error} />}
        <div className="flex gap-2">
          <Button type="submit" look="main" disabled={create.isPending}>
            {last ? "Create project" : "Next"}
          </Button>
          {draft.step === "publish" ? (
            <Button onClick={() => go(1, { outlets: EMPTY_DRAFT.outlets })}>
              I don't publish yet
            </Button>
          ) : draft.step === "worth" ? (
            <Button onClick={() => go(1, { sale: "", ofHundred: "", hour: "" })}>
              I don't know
            </Button>
          ) : (
            !last && <Button onClick={() => go(1)}>Skip this question</Button>
          )}
          {at > 0 && (
            <Button look="bare" onClick={() => go(-1)}>
              Back
            </Button>
          )}
        </div>
      </form>
      {at === 0 && (
        <p className="flex items-center gap-3 border-t border-hairline pt-4 mt-6 text-ink-2">
          <span className="flex-1">Want to look around first?</span>
          <OpenSample />
        </p>
      )}
    </PlainPage>
  );
}

function WhereStep({
  draft,
  onChange,
}: {
  draft: Draft;
  onChange: (changed: Partial<Draft>) => void;
}) {
  return (
    <>
      <div className="grid grid-cols-2 gap-3">
        <LocaleFields
          country={draft.country}
          language={draft.language}
          onChange={({ country, ...rest }) =>
            onChange(country ? withCountry(draft, country) : rest)
          }
        />
      </div>
      <LineField
        label="Towns or regions you serve"
        hint={
          draft.places && draft.places === draft.read.places
            ? "Taken from your sentence, separated by commas. Clear it if you serve everyone."
            : "Separated by commas. Leave empty if you serve everyone."
        }
        value={draft.places}
        onText={(text) => onChange({ places: text })}
      />
    </>
  );
}

function HaveStep({
  draft,
  taken,
  wrongName,
  onChange,
}: {
  draft: Draft;
  taken: readonly string[];
  wrongName: string | undefined;
  onChange: (changed: Partial<Draft>) => void;
}) {
  return (
    <>
      <Choice
        label="What you have"
        value={draft.have}
        onChange={(have) => onChange({ have })}
        options={[
          {
            id: "nothing",
            name: "Nothing yet",
            about: "We suggest seeds from your sentence and gather keywords from those.",
          },
          {
            id: "list",
            name: "A list of keywords",
            about: "With or without figures: CSV, spreadsheet, JSON, or pasted lines.",
          },
          {
            id: "report",
            name: "A search performance report",
            about: "Queries with clicks, impressions and positions.",
          },
        ]}
      />
      <Choice
        label="Where figures come from"
        value={draft.figures}
        onChange={(figures) => onChange({ figures })}
        options={[
          {
            id: "practice",
            name: "Practice figures as well as my own",
            about:
              "Simulated figures for trying everything out, always marked as practice. Your own files take precedence.",
          },
          {
            id: "files",
            name: "My own files only",
            about: "Nothing is simulated. Figures come from your files and your own estimates.",
          },
        ]}
      />
      <LineField
        label="Project name"
        error={wrongName}
        maxLength={120}
        value={draft.name}
        placeholder={freeName(nameFrom(draft.about), taken)}
        onText={(text) => onChange({ name: text })}
      />
    </>
  );
}
