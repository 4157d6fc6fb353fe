import type { ReactNode } from "react";
import { Button } from "./Button";
import { Modal } from "./Modal";
import { ProblemNote } from "./ProblemNote";

/** A dialog that is filled in: what went wrong stands above its two buttons, which stay in
 * sight, and nothing typed is lost. Enter takes it, in a field of several lines together with Ctrl or Cmd. */
export function FormDialog({
  open = true,
  title,
  take,
  leave = "Cancel",
  change,
  ready = true,
  wide = false,
  confirms = false,
  onClose,
  children,
}: {
  /** For one that stays where it is while closed. */
  open?: boolean;
  title: string;
  /** What the button says that takes it; without one there is only reading. */
  take?: string | false | undefined;
  /** What the button says that changes nothing. */
  leave?: string;
  /** What taking it does: its problem is told, and it is not begun twice. */
  change: { error: Error | null; isPending: boolean; mutate: (nothing: undefined) => void };
  /** Whether enough is given for it to be taken. */
  ready?: boolean;
  wide?: boolean;
  /** Whether nothing needs to be filled in: the focus stands on the button that takes it. */
  confirms?: boolean;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <Modal open={open} onOpenChange={(shown) => !shown && onClose()} title={title} wide={wide}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (take && ready && !change.isPending) change.mutate(undefined);
        }}
        onKeyDown={(event) => {
          if (event.key !== "Enter" || !(event.ctrlKey || event.metaKey)) return;
          event.preventDefault();
          event.currentTarget.requestSubmit();
        }}
      >
        {children}
        {change.error && <ProblemNote error={change.error} />}
        <div className="sticky -bottom-5 -mx-5 -mb-5 flex justify-end gap-2 bg-sheet px-5 pt-2 pb-5">
          <Button onClick={onClose}>{leave}</Button>
          {take && (
            <Button
              look="main"
              type="submit"
              disabled={!ready || change.isPending}
              autoFocus={confirms}
            >
              {take}
            </Button>
          )}
        </div>
      </form>
    </Modal>
  );
}
