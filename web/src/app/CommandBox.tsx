import { useNavigate } from "@tanstack/react-router";
import { Command } from "cmdk";
import { useState } from "react";
import { useCommands } from "../parts/commands";
import { Modal } from "../parts/Modal";
import { CHANNELS, STEPS, type StepId, usePlace } from "../shared/channels";
import { useOverview, useProjects } from "../shared/queries";

const ITEM = "flex h-8 cursor-pointer items-center rounded-md px-3 data-[selected=true]:bg-trough";
const GROUP =
  "[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-3 [&_[cmdk-group-heading]]:pb-1 " +
  "[&_[cmdk-group-heading]]:text-2xs [&_[cmdk-group-heading]]:font-semibold " +
  "[&_[cmdk-group-heading]]:text-quiet";

/** Every place and command by name. */
export function CommandBox({
  open,
  onOpenChange,
  onHelp,
  onUndo,
  onHistory,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onHelp: () => void;
  onUndo: () => void;
  onHistory: () => void;
}) {
  const { projectId, channel } = usePlace();
  const navigate = useNavigate();
  const projects = useProjects();
  const overview = useOverview(projectId);
  const here = useCommands();
  const [typed, setTyped] = useState("");
  const at = { projectId: String(projectId), channel };
  const go = (step: StepId, to: string = channel) =>
    navigate({ to: `/p/$projectId/$channel/${step}`, params: { ...at, channel: to } });

  const run = (act: () => void) => () => {
    onOpenChange(false);
    setTyped("");
    // After the box has closed, so that a dialog it opens gets the focus.
    setTimeout(act, 0);
  };
  return (
    <Modal open={open} onOpenChange={onOpenChange} title="Search or run a command">
      <Command label="Commands">
        <Command.Input
          value={typed}
          onValueChange={setTyped}
          placeholder="Type a step, channel, keyword or project"
          className="h-9 w-full rounded-md border border-bar px-3"
        />
        <Command.List className="mt-2 h-[320px] overflow-auto">
          {here.length > 0 && (
            <Command.Group heading="On this page" className={GROUP}>
              {here.map((command) => (
                <Command.Item
                  key={command.name}
                  className={`${ITEM} justify-between`}
                  onSelect={run(command.act)}
                >
                  {command.name}
                  {command.keys && <kbd className="text-quiet">{command.keys}</kbd>}
                </Command.Item>
              ))}
            </Command.Group>
          )}
          <Command.Group heading="Steps" className={GROUP}>
            {STEPS.map((step) => (
              <Command.Item key={step.id} className={ITEM} onSelect={run(() => go(step.id))}>
                {step.name}
              </Command.Item>
            ))}
          </Command.Group>
          <Command.Group heading="Channels" className={GROUP}>
            {CHANNELS.map((channel) => (
              <Command.Item
                key={channel.id}
                className={ITEM}
                onSelect={run(() => go("weigh", channel.id))}
              >
                {channel.name} search
              </Command.Item>
            ))}
          </Command.Group>
          <Command.Group heading="Actions" className={GROUP}>
            {overview.data?.undo && (
              <Command.Item className={ITEM} onSelect={run(onUndo)}>
                Undo: {overview.data.undo.label}
              </Command.Item>
            )}
            <Command.Item className={ITEM} onSelect={run(onHistory)}>
              History of changes
            </Command.Item>
            <Command.Item className={ITEM} onSelect={run(onHelp)}>
              Help and keyboard shortcuts
            </Command.Item>
            <Command.Item
              className={ITEM}
              onSelect={run(() => navigate({ to: "/p/$projectId/$channel/settings", params: at }))}
            >
              Project and outlets
            </Command.Item>
            <Command.Item className={ITEM} onSelect={run(() => navigate({ to: "/projects/new" }))}>
              New project
            </Command.Item>
          </Command.Group>
          <Command.Group heading="Projects" className={GROUP}>
            {projects.data?.map((listed) => (
              <Command.Item
                key={listed.id}
                value={`project ${listed.name} ${listed.id}`}
                className={ITEM}
                onSelect={run(() =>
                  navigate({
                    to: "/p/$projectId/$channel/gather",
                    params: { projectId: String(listed.id), channel },
                  }),
                )}
              >
                {listed.name}
              </Command.Item>
            ))}
          </Command.Group>
          {typed.trim() && (
            <Command.Group heading="Keywords" forceMount className={GROUP}>
              <Command.Item
                forceMount
                value={`show keywords ${typed}`}
                className={ITEM}
                onSelect={run(() =>
                  navigate({
                    to: "/p/$projectId/$channel/weigh",
                    params: at,
                    search: { q: typed.trim() },
                  }),
                )}
              >
                Show keywords with “{typed.trim()}”
              </Command.Item>
            </Command.Group>
          )}
        </Command.List>
      </Command>
    </Modal>
  );
}
