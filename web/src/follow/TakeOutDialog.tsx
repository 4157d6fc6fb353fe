import { useState } from "react";
import type { Channel } from "../api/client";
import { LineField } from "../parts/Field";
import { FormDialog } from "../parts/FormDialog";
import { plural } from "../parts/format";
import { useSay } from "../parts/toasts";
import { usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { takeOutReport } from "./changes";

/** Lines of one's own reports, taken out again by their days: of a wrong file, or of another
 * channel's. */
export function TakeOutDialog({
  channel,
  first,
  last,
  onClose,
}: {
  channel: Channel;
  first: string;
  last: string;
  onClose: () => void;
}) {
  const { projectId } = usePlace();
  const say = useSay();
  const [days, setDays] = useState({ first, last });
  const takeOut = useChange(projectId, () => takeOutReport(projectId, { channel, ...days }), {
    done: ({ lines }) => {
      say(`${plural(lines, "row")} deleted.`);
      onClose();
    },
  });
  return (
    <FormDialog title="Delete rows" take="Delete rows" change={takeOut} onClose={onClose}>
      <p className="text-ink-2">
        All rows of these days are deleted. To restore them, import their file again.
      </p>
      <div className="grid grid-cols-2 gap-3">
        {(["first", "last"] as const).map((end) => (
          <LineField
            key={end}
            label={end === "first" ? "From" : "To"}
            type="date"
            required
            value={days[end]}
            onText={(text) => setDays({ ...days, [end]: text })}
          />
        ))}
      </div>
    </FormDialog>
  );
}
