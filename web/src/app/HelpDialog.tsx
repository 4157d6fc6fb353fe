import { useRouterState } from "@tanstack/react-router";
import { useState } from "react";
import { Awaited } from "../parts/Awaited";
import { Button } from "../parts/Button";
import { Modal } from "../parts/Modal";
import { useFigures, useSteps } from "../shared/queries";
import { stepOf } from "./stepOf";

const KEYS: readonly [string, string][] = [
  ["↑ ↓ or k j", "One row up or down"],
  ["Home, End", "First or last row"],
  ["Space", "Select the row"],
  ["a", "Select all or none"],
  ["Enter", "Open or close the inspector"],
  ["/", "Filter by words; in Gather, the seeds"],
  ["s", "Shortlist"],
  ["y", "Keep"],
  ["p", "Park for later, with a note"],
  ["x", "Reject, with a reason"],
  ["d", "Gather: explore from this keyword"],
  ["v", "Weigh: show variants. Cluster: theme map. Plan: board, list or calendar"],
  ["w", "Cluster, Plan: order of work"],
  ["c", "Into the tray, to compare"],
  ["m", "Measure"],
  ["r", "Open the results page; there, fetch it again"],
  ["← →", "Results page: previous or next keyword"],
  ["o", "Results page: switch outlet"],
  ["← →", "Plan: move and pin the piece a month earlier or later"],
  ["Backspace", "Plan: unschedule the piece"],
  ["b", "Plan: the piece's brief"],
  ["e", "Plan: open in the editor"],
  ["t", "Plan: suggest titles"],
  ["f", "Plan: schedule to my hours"],
  ["z", "Undo the last change"],
  ["Alt P, Alt C", "Editor: build the field, copy it (Alt Shift C: all fields)"],
  ["Alt 1 2 3", "Editor: apply a suggested fix; Alt V: versions"],
  ["n, t", "Published piece: add a note; turn the suggestion into a task"],
  ["1 2 3 4 5 6", "Gather, Weigh, Cluster, Plan, Write, Follow"],
  ["Ctrl K", "Every command"],
  ["?", "Help"],
];

/** Help: the page of the step one is in, or of another; below it the keys. */
export function HelpDialog({ onRound, onClose }: { onRound: () => void; onClose: () => void }) {
  const path = useRouterState({ select: (state) => state.location.pathname });
  const [chosen, setChosen] = useState(() => stepOf(path));
  const found = useSteps();
  return (
    <Modal open onOpenChange={onClose} title="Help" wide>
      <Awaited of={found}>
        {(steps) => (
          <>
            <div className="flex flex-wrap items-center gap-2 pb-4">
              {steps.map((step) => (
                <Button
                  key={step.id}
                  aria-pressed={step.id === chosen}
                  onClick={() => setChosen(step.id)}
                >
                  {step.name}
                </Button>
              ))}
              <span className="flex-1" />
              <Button
                look="bare"
                onClick={() => {
                  onClose();
                  onRound();
                }}
              >
                Show the tour
              </Button>
            </div>
            {steps
              .filter((step) => step.id === chosen)
              .map((step) => (
                <StepHelp key={step.id} step={step} />
              ))}
          </>
        )}
      </Awaited>
      <h3 className="border-t border-hairline pt-4 pb-2 text-lg">Keyboard shortcuts</h3>
      <dl className="columns-2 gap-x-10 max-[700px]:columns-1">
        {KEYS.map(([key, does]) => (
          <div key={does} className="grid break-inside-avoid grid-cols-[112px_1fr] py-[2px]">
            <dt className="font-semibold">{key}</dt>
            <dd className="text-ink-2">{does}</dd>
          </div>
        ))}
      </dl>
      <p className="pt-3 text-xs text-quiet">Shortcuts are off while you type.</p>
    </Modal>
  );
}

function StepHelp({ step }: { step: NonNullable<ReturnType<typeof useSteps>["data"]>[number] }) {
  const figures = new Map(useFigures().data?.map((figure) => [figure.id, figure]));
  return (
    <section aria-label={step.name} className="pb-4">
      <p className="pb-3 text-base">{step.purpose}</p>
      <ol className="list-decimal pb-3 pl-5">
        {step.order.map((line) => (
          <li key={line} className="py-[2px]">
            {line}
          </li>
        ))}
      </ol>
      <p className="pb-3 text-ink-2">
        <strong className="text-ink">With your own files only.</strong> {step.own_files}
      </p>
      <h3 className="pb-1 font-sans text-base font-semibold">Figures here</h3>
      <dl>
        {step.figures.map((id) => (
          <div
            key={id}
            className="grid grid-cols-[160px_1fr] gap-x-3 border-t border-hairline py-1
              max-[700px]:grid-cols-1"
          >
            <dt className="font-semibold">{figures.get(id)?.name}</dt>
            <dd className="text-ink-2">{figures.get(id)?.text}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
