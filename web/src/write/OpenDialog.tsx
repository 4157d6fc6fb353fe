import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { Button } from "../parts/Button";
import { Field, INPUT } from "../parts/Field";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
import { useSay } from "../parts/toasts";
import { usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { openDesk } from "./changes";
import { PasteOrFile } from "./PasteOrFile";

const WHAT = { web: "page", video: "video", marketplace: "listing" } as const;

/** A desk for something that exists already and is in no plan yet. */
export function OpenDialog({ onClose }: { onClose: () => void }) {
  const { projectId, channel } = usePlace();
  const navigate = useNavigate();
  const [keyword, setKeyword] = useState("");
  const [address, setAddress] = useState("");
  const [text, setText] = useState("");
  const say = useSay();
  const what = WHAT[channel];
  const open = useChange(
    projectId,
    () => openDesk(projectId, { channel, keyword: keyword.trim(), address: address.trim(), text }),
    {
      done: (out) => {
        if (out.notes.length) say(out.notes.join(" "));
        navigate({
          to: "/p/$projectId/$channel/write/desk",
          params: { projectId: String(projectId), channel },
          search: { piece: out.piece },
        });
      },
    },
  );
  return (
    <Modal
      open
      onOpenChange={(shown) => !shown && onClose()}
      title={`A desk for a ${what} that exists`}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (keyword.trim() && !open.isPending) open.mutate(undefined);
        }}
        className="flex flex-col gap-3"
      >
        <p className="text-ink-2">
          It comes into the plan as a piece to be improved. Another kind of search has its own:
          change it above.
        </p>
        <Field
          label="What it is to be found by"
          hint="Its main keyword. One that you have not gathered yet is added."
        >
          {(id) => (
            <input
              id={id}
              value={keyword}
              maxLength={200}
              onChange={(event) => setKeyword(event.target.value)}
              className={INPUT}
            />
          )}
        </Field>
        <Field label="Where it is" hint="Its address; it can be left out.">
          {(id) => (
            <input
              id={id}
              value={address}
              maxLength={2_000}
              onChange={(event) => setAddress(event.target.value)}
              className={INPUT}
            />
          )}
        </Field>
        <div>
          <p className="font-semibold">What it says now</p>
          <PasteOrFile text={text} onText={setText} />
        </div>
        {open.error && <ProblemNote error={open.error} />}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" look="main" disabled={!keyword.trim() || open.isPending}>
            Open the desk
          </Button>
        </div>
      </form>
    </Modal>
  );
}
