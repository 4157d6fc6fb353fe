import { useState } from "react";
import type { Channel } from "../../api/client";
import { Button } from "../../parts/Button";
import { TextField } from "../../parts/Field";
import { FileDrop } from "../../parts/FileDrop";
import { plural } from "../../parts/format";
import { Modal } from "../../parts/Modal";
import { ProblemNote } from "../../parts/ProblemNote";
import { useSay } from "../../parts/toasts";
import { useChange } from "../../shared/useChange";
import { bringPages, notePage } from "./queries";

/** Brings results pages from outside: this one as it was noted by hand, or a file of many. */
export function BringDialog({
  projectId,
  channel,
  row,
  onClose,
}: {
  projectId: number;
  channel: Channel;
  row: { id: number; text: string };
  onClose: () => void;
}) {
  const say = useSay();
  const [text, setText] = useState("");
  const note = useChange(projectId, () => notePage(projectId, row.id, text), {
    done: ({ results, refused }) => {
      say(
        `${plural(results, "result")} entered for “${row.text}”.` +
          (refused.length ? ` Not used: ${refused.join(" ")}` : ""),
        { bad: refused.length > 0 },
      );
      onClose();
    },
  });
  const bring = useChange(projectId, (file: File) => bringPages(projectId, channel, file), {
    done: onClose,
  });
  return (
    <Modal open onOpenChange={(open) => !open && onClose()} title="Import results pages">
      <TextField
        label={`Results page of “${row.text}”`}
        hint="One result per line: title and URL, top result first. Anything else stays unknown and the chance says so."
        rows={7}
        value={text}
        onText={setText}
      />
      {note.error && <ProblemNote error={note.error} />}
      <div className="flex justify-end pt-2">
        <Button
          look="main"
          disabled={!text.trim() || note.isPending}
          onClick={() => note.mutate(undefined)}
        >
          Save results page
        </Button>
      </div>
      <div className="mt-4 border-t border-hairline pt-3">
        <h3 className="font-semibold">Or a file with the results pages of many keywords</h3>
        <p className="pb-2 text-ink-2">
          One result per row: keyword, position, URL, title and anything else known (authority,
          links, followers, views, price, reviews, date).
        </p>
        <FileDrop
          busy={bring.isPending}
          onFile={(file) => !bring.isPending && bring.mutate(file)}
        />
        {bring.error && <ProblemNote error={bring.error} />}
      </div>
    </Modal>
  );
}
