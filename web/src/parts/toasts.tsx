import { useQueryClient } from "@tanstack/react-query";
import { Toast } from "radix-ui";
import {
  createContext,
  type ReactNode,
  type RefObject,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from "react";

type Message = { id: number; text: string; bad: boolean; undo: boolean };
type Say = (text: string, options?: { bad?: boolean; undo?: boolean }) => void;
type Context = { say: Say; onUndo: RefObject<(() => void) | undefined> };
const SayContext = createContext<Context>({
  say: () => undefined,
  onUndo: { current: undefined },
});

/** Say something that passes: what was done, with a button that undoes it, or what went wrong. */
export const useSay = () => useContext(SayContext).say;

/** What the button in a message does, while this is on the page. */
export function useUndoInMessages(undo: () => void): void {
  const { onUndo } = useContext(SayContext);
  useEffect(() => {
    onUndo.current = undo;
    return () => {
      onUndo.current = undefined;
    };
  }, [onUndo, undo]);
}

const withoutUndo = (message: Message): Message => ({ ...message, undo: false });

export function Toasts({ children }: { children: ReactNode }) {
  const [messages, setMessages] = useState<Message[]>([]);
  const client = useQueryClient();
  // Once something else is being changed, a message of before has no button: it would undo that.
  useEffect(
    () =>
      client.getMutationCache().subscribe((event) => {
        if (event.type === "updated" && event.action.type === "pending")
          setMessages((now) => now.map(withoutUndo));
      }),
    [client],
  );
  const onUndo = useRef<() => void>(undefined);
  const say = useCallback<Say>((text, { bad = false, undo = false } = {}) => {
    setMessages((now) => [
      ...now.slice(-2).map(withoutUndo),
      { id: Date.now() + Math.random(), text, bad, undo },
    ]);
  }, []);
  const drop = useCallback(
    (id: number) => setMessages((now) => now.filter((message) => message.id !== id)),
    [],
  );
  const context = useMemo(() => ({ say, onUndo }), [say]);
  return (
    <SayContext.Provider value={context}>
      <Toast.Provider swipeDirection="down" duration={5000}>
        {children}
        {messages.map((message) => (
          <Toast.Root
            key={message.id}
            duration={message.bad ? 12_000 : 5_000}
            onOpenChange={(open) => !open && drop(message.id)}
            className={`flex items-center justify-between gap-4 rounded-md border px-4 py-2
              ${message.bad ? "border-persimmon bg-persimmon-wash text-ink" : ""}
              ${message.bad ? "" : "border-beam bg-beam text-on-beam"}`}
          >
            <Toast.Description>{message.text}</Toast.Description>
            {message.undo && (
              <Toast.Action altText="Undo with the Z key" asChild>
                <button
                  type="button"
                  aria-keyshortcuts="z"
                  onClick={() => onUndo.current?.()}
                  className="shrink-0 rounded-md border border-beam-line px-2 py-[2px] font-semibold
                    hover:border-on-beam-2"
                >
                  Undo <kbd className="pl-1 font-sans text-2xs text-on-beam-2">Z</kbd>
                </button>
              </Toast.Action>
            )}
          </Toast.Root>
        ))}
        <Toast.Viewport
          className="fixed bottom-16 left-5 z-50 flex w-[420px] max-w-[90vw]
          flex-col gap-2"
        />
      </Toast.Provider>
    </SayContext.Provider>
  );
}
