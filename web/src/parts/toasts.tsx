import { Toast } from "radix-ui";
import { createContext, type ReactNode, useCallback, useContext, useMemo, useState } from "react";

type Message = { id: number; text: string; bad: boolean };
type Say = (text: string, options?: { bad?: boolean }) => void;
const SayContext = createContext<Say>(() => undefined);

/** Say something that passes: what was done (and that z undoes it), or what went wrong. */
export const useSay = () => useContext(SayContext);

export function Toasts({ children }: { children: ReactNode }) {
  const [messages, setMessages] = useState<Message[]>([]);
  const say = useCallback<Say>((text, options) => {
    setMessages((now) => [
      ...now.slice(-2),
      { id: Date.now() + Math.random(), text, bad: options?.bad ?? false },
    ]);
  }, []);
  const drop = useCallback(
    (id: number) => setMessages((now) => now.filter((message) => message.id !== id)),
    [],
  );
  const context = useMemo(() => say, [say]);
  return (
    <SayContext.Provider value={context}>
      <Toast.Provider swipeDirection="down" duration={5000}>
        {children}
        {messages.map((message) => (
          <Toast.Root
            key={message.id}
            duration={message.bad ? 12_000 : 5_000}
            onOpenChange={(open) => !open && drop(message.id)}
            className={`rounded-md border px-4 py-2
              ${message.bad ? "border-persimmon bg-persimmon-wash text-ink" : ""}
              ${message.bad ? "" : "border-beam bg-beam text-on-beam"}`}
          >
            <Toast.Description>{message.text}</Toast.Description>
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
