import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { LineField } from "../parts/Field";
import { FormDialog } from "../parts/FormDialog";
import { useSay } from "../parts/toasts";
import { channelOf, formOf, usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { openDesk } from "./changes";
import { PasteOrFile } from "./PasteOrFile";

/** A desk for something that exists already and is in no plan yet. */
export function OpenDialog({ onClose }: { onClose: () => void }) {
  const { projectId, channel } = usePlace();
  const navigate = useNavigate();
  const [keyword, setKeyword] = useState("");
  const [address, setAddress] = useState("");
  const [text, setText] = useState("");
  const say = useSay();
  const what = formOf(channelOf(channel).form).one;
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
      title={`Open an existing ${what}`}
      take="Open in editor"
      change={open}
      ready={!!keyword.trim()}
      onClose={onClose}
    >
      <p className="text-ink-2">
        It is added to the plan as a piece to improve. For another channel, change it at the top
        first.
      </p>
      <LineField
        label="Main keyword"
        hint="If you have not gathered it yet, it is added."
        value={keyword}
        maxLength={200}
        onText={setKeyword}
      />
      <LineField
        label="URL"
        hint="Optional."
        value={address}
        maxLength={2_000}
        onText={setAddress}
      />
      <div>
        <p className="font-semibold">Current text</p>
        <PasteOrFile text={text} onText={setText} />
      </div>
    </FormDialog>
  );
}
