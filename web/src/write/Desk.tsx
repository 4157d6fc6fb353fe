import { useCallback, useRef, useState } from "react";
import { useCommand } from "../parts/commands";
import { useSay } from "../parts/toasts";
import { useKey } from "../parts/useKey";
import { fixFields } from "./changes";
import { DeskHead } from "./DeskHead";
import { DeskPanel } from "./DeskPanel";
import type { Clash } from "./deskMath";
import { FieldCard } from "./FieldCard";
import type { Desk as DeskData } from "./queries";
import { ReadDialog } from "./ReadDialog";
import { useDraft } from "./useDraft";
import { useShowing } from "./useShowing";
import { VersionsDialog } from "./VersionsDialog";
import { WriteSettings } from "./WriteSettings";

const NO_CLASHES: readonly Clash[] = [];

/** The desk of one piece: its fields at the left as one writes them; at the right what is covered,
 * what is missing and what to do next. */
export function Desk({
  projectId,
  desk,
  currency,
}: {
  projectId: number;
  desk: DeskData;
  currency: string;
}) {
  const draft = useDraft(projectId, desk);
  const { fields, look, change, replace } = draft;
  const [field, setField] = useState(desk.fields[0]?.id ?? "");
  const [packing, setPacking] = useState<string>();
  const [versions, setVersions] = useState(false);
  const [settings, setSettings] = useState(false);
  const [reading, setReading] = useState(false);
  const column = useRef<HTMLDivElement>(null);
  const showing = useShowing(column, look);
  const say = useSay();
  const copy = useCallback(
    async (id: string) => {
      const text = fields[id] ?? "";
      await navigator.clipboard.writeText(text);
      const name = desk.fields.find((one) => one.id === id)?.name ?? id;
      say(text ? `${name} copied.` : `${name} is empty: nothing to copy.`);
    },
    [fields, desk.fields, say],
  );
  const copyAll = useCallback(async () => {
    const text = desk.fields
      .filter((one) => (fields[one.id] ?? "").trim())
      .map((one) => `${one.name}\n${fields[one.id]?.trim()}`)
      .join("\n\n");
    await navigator.clipboard.writeText(`${text}\n`);
    say("All fields copied.");
  }, [fields, desk.fields, say]);
  const fix = useCallback(
    async (rule: string) => {
      const before = { ...fields };
      const out = await fixFields(projectId, desk.piece.id, rule, before);
      const names = Object.keys(out.fields);
      if (!names.length) return say("Nothing can be fixed automatically.");
      await replace(out.fields);
      const told = names.map((id) => desk.fields.find((one) => one.id === id)?.name ?? id);
      say(`Changed: ${told.join(", ")}. Versions has it as it was.`);
      document.getElementById(`field-${names[0]}`)?.focus();
    },
    [projectId, desk, fields, replace, say],
  );
  const next = look.checks
    .filter((one) => !one.good)
    .sort((a, b) => b.most - b.points - (a.most - a.points));
  const typing = { typing: true } as const;
  useKey("mod+s", () => draft.save(), typing);
  useKey("alt+p", () => setPacking((now) => (now === field ? undefined : field)), typing);
  useKey("alt+c", () => copy(field), typing);
  useKey("alt+shift+c", () => copyAll(), typing);
  useKey("alt+v", () => setVersions(true), typing);
  const doNext = (place: number) => {
    const one = next[place];
    if (one?.fix) fix(one.id);
    else if (one) say(`No key does that: ${one.text}`);
  };
  useKey("alt+1", () => doNext(0), typing);
  useKey("alt+2", () => doNext(1), typing);
  useKey("alt+3", () => doNext(2), typing);
  useCommand("Copy all fields", copyAll, { keys: "Alt Shift C" });
  useCommand("Versions of this text", () => setVersions(true), { keys: "Alt V" });
  useCommand("Import the published text", () => setReading(true));
  useCommand("Limits and checks", () => setSettings(true));
  return (
    <>
      <main className="flex min-w-0 flex-1 flex-col">
        <DeskHead
          projectId={projectId}
          desk={desk}
          draft={draft}
          onVersions={() => setVersions(true)}
          onCopyAll={copyAll}
          onSettings={() => setSettings(true)}
          onRead={() => setReading(true)}
        />
        <div
          ref={column}
          // biome-ignore lint/a11y/noNoninteractiveTabindex: keys must reach what scrolls
          tabIndex={0}
          className="relative min-h-0 flex-1 overflow-auto px-[18px] pb-6 focus-visible:-outline-offset-2"
        >
          <div className="flex max-w-[860px] flex-col gap-3">
            {desk.fields.map((one) => (
              <FieldCard
                key={one.id}
                projectId={projectId}
                desk={desk}
                field={one}
                fields={fields}
                look={look}
                wanted={showing.phrase}
                currency={currency}
                packing={packing === one.id}
                onPack={(open) => setPacking(open ? one.id : undefined)}
                onFocus={() => setField(one.id)}
                onChange={change}
                onTake={replace}
                onCopy={() => copy(one.id)}
                clashes={draft.clashes[one.id] ?? NO_CLASHES}
                onDecide={draft.decide}
              />
            ))}
          </div>
        </div>
      </main>
      <DeskPanel
        projectId={projectId}
        desk={desk}
        look={look}
        fields={fields}
        currency={currency}
        next={next}
        showing={showing}
        onFix={fix}
        onTitle={(title) => replace({ title })}
        onSettings={() => setSettings(true)}
      />
      {versions && (
        <VersionsDialog
          projectId={projectId}
          desk={desk}
          fields={fields}
          onTake={replace}
          onClose={() => setVersions(false)}
        />
      )}
      {reading && (
        <ReadDialog
          projectId={projectId}
          desk={desk}
          fields={fields}
          onTake={replace}
          onClose={() => setReading(false)}
        />
      )}
      {settings && (
        <WriteSettings onClose={() => setSettings(false)} outlet={desk.piece.outlet_id} />
      )}
    </>
  );
}
