import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { LineField } from "../parts/Field";
import { FormDialog } from "../parts/FormDialog";
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
    <FormDialog
      title={`A desk for a ${what} that exists`}
      take="Open the desk"
      change={open}
      ready={!!keyword.trim()}
      onClose={onClose}
    >
      <p className="text-ink-2">
        It comes into the plan as a piece to be improved. Another kind of search has its own: change
        it above.
      </p>
      <LineField
        label="What it is to be found by"
        hint="Its main keyword. One that you have not gathered yet is added."
        value={keyword}
        maxLength={200}
        onText={setKeyword}
      />
      <LineField
        label="Where it is"
        hint="Its address; it can be left out."
        value={address}
        maxLength={2_000}
        onText={setAddress}
      />
      <div>
        <p className="font-semibold">What it says now</p>
        <PasteOrFile text={text} onText={setText} />
      </div>
    </FormDialog>
  );
}
