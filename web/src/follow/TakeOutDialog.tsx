import { useState } from "react";
import type { Channel } from "../api/client";
import { Button } from "../parts/Button";
import { Field, INPUT } from "../parts/Field";
import { plural } from "../parts/format";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
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
      say(`${plural(lines, "line")} taken out.`);
      onClose();
    },
  });
  return (
    <Modal open onOpenChange={onClose} title="Take out lines">
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          takeOut.mutate(undefined);
        }}
      >
        {takeOut.error && <ProblemNote error={takeOut.error} />}
        <p className="text-ink-2">
          All lines of these days go. To have them back, bring their file again.
        </p>
        <div className="grid grid-cols-2 gap-3">
          {(["first", "last"] as const).map((end) => (
            <Field key={end} label={end === "first" ? "From" : "To"}>
              {(id) => (
                <input
                  id={id}
                  type="date"
                  required
                  value={days[end]}
                  onChange={(event) => setDays({ ...days, [end]: event.target.value })}
                  className={INPUT}
                />
              )}
            </Field>
          ))}
        </div>
        <div className="flex justify-end gap-2 pt-1">
          <Button onClick={onClose}>Leave them</Button>
          <Button look="main" type="submit" disabled={takeOut.isPending}>
            Take them out
          </Button>
        </div>
      </form>
    </Modal>
  );
}
