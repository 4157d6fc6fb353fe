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
      say(`${plural(out.made, "piece")} brought in${linked}. z takes it back.`);
      if (!out.unknown.length) onClose();
      setTold(out);
      setText(out.unknown.join("\n"));
    },
  });
  return (
    <FormDialog
      title={`Bring in what exists on ${channelName(channel).toLowerCase()} search`}
      take="Bring them in"
      leave="Close"
      change={bring}
      ready={!!text.trim()}
      onClose={onClose}
    >
      <p className="text-ink-2">
        Each address becomes a piece to improve, about the keyword that brings it most clicks in
        your own report, or else the one that its address says.
      </p>
      {reported.length > 0 && (
        <p className="flex items-baseline justify-between gap-3">
          <span>
            Your report shows {plural(reported.length, "page")} that no piece stands for; first “
            {reported[0]?.keyword}” with {exact(reported[0]?.clicks ?? 0)} clicks.
          </span>
          <Button onClick={() => setText(reported.map((page) => page.address).join("\n"))}>
            Take them
          </Button>
        </p>
      )}
      <TextField
        label="Addresses, one a line; a title may stand beside each"
        rows={7}
        value={text}
        onText={setText}
      />
      {told && told.unknown.length > 0 && (
        <p className="text-persimmon-text">
          {plural(told.unknown.length, "address is", "addresses are")} left: no keyword here says
          what {told.unknown.length === 1 ? "it is" : "they are"} about. Gather it, or write it
          beside the address.
        </p>
      )}
    </FormDialog>
  );
}
