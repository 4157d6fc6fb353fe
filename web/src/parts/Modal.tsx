import { Dialog } from "radix-ui";
import { type ReactNode, useRef } from "react";

const WIDE = "top-[5vh] max-h-[90vh] max-w-[860px]";
const NARROW = "top-[12vh] max-h-[76vh] max-w-[520px]";

/** A dialog with a title; Escape and the veil close it. */
export function Modal({
  open,
  onOpenChange,
  title,
  children,
  wide = false,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  children: ReactNode;
  wide?: boolean;
}) {
  const content = useRef<HTMLDivElement>(null);
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-beam/40" />
        <Dialog.Content
          aria-describedby={undefined}
          // Wide ones are read, not filled in: the focus goes to the whole, not to its first help
          // text.
          onOpenAutoFocus={(event) => {
            if (!wide) return;
            event.preventDefault();
            content.current?.focus();
          }}
          ref={content}
          tabIndex={-1}
          className={`fixed left-1/2 z-50 w-[calc(100vw-48px)] -translate-x-1/2 overflow-auto
            scroll-pb-16 rounded-lg border border-hairline bg-sheet p-5
            ${wide ? WIDE : NARROW}`}
        >
          <Dialog.Title className="pb-3 text-lg">{title}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
