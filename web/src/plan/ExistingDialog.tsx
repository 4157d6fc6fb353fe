import { useState } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { TextField } from "../parts/Field";
import { FormDialog } from "../parts/FormDialog";
import { exact, plural } from "../parts/format";
import { useSay } from "../parts/toasts";
import { channelName, usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { bringExisting } from "./changes";
import { useReported } from "./queries";

/** Pages, videos or listings that exist already come into the plan, to be improved: from one's own
 * report, or by their addresses. */
export function ExistingDialog({ projectId, onClose }: { projectId: number; onClose: () => void }) {
  const { channel } = usePlace();
  const reported = useReported(projectId, channel).data ?? [];
  const [text, setText] = useState("");
  const [told, setTold] = useState<Schemas["BroughtOut"] | undefined>();
  const say = useSay();
  const bring = useChange(projectId, () => bringExisting(projectId, { channel, text }), {
    done: (out) => {
      const linked = out.linked
        ? `, ${plural(out.linked, "planned piece improves", "planned pieces improve")} what is there`
        : "";
      say(`${plural(out.made, "page")} imported${linked}.`, { undo: true });
      if (!out.unknown.length) onClose();
      setTold(out);
      setText(out.unknown.join("\n"));
    },
  });
  return (
    <FormDialog
      title={`Import existing pages on ${channelName(channel).toLowerCase()} search`}
      take="Import pages"
      leave="Close"
      change={bring}
      ready={!!text.trim()}
      onClose={onClose}
    >
      <p className="text-ink-2">
        Each URL becomes a piece to improve, about its top query in your performance report, or
        about the words of the URL.
      </p>
      {reported.length > 0 && (
        <p className="flex items-baseline justify-between gap-3">
          <span>
            Your report shows {plural(reported.length, "page")} that no piece covers, first “
            {reported[0]?.keyword}” with {exact(reported[0]?.clicks ?? 0)} clicks.
          </span>
          <Button onClick={() => setText(reported.map((page) => page.address).join("\n"))}>
            Use these URLs
          </Button>
        </p>
      )}
      <TextField
        label="URLs, one per line; a title may follow each"
        rows={7}
        value={text}
        onText={setText}
      />
      {told && told.unknown.length > 0 && (
        <p className="text-persimmon-text">
          {plural(told.unknown.length, "URL is", "URLs are")} left: no keyword here says what{" "}
          {told.unknown.length === 1 ? "it is" : "they are"} about. Gather it, or add a title after
          the URL.
        </p>
      )}
    </FormDialog>
  );
}
