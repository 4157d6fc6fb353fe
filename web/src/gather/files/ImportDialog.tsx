import { useState } from "react";
import { type Channel, Problem, type Schemas } from "../../api/client";
import { Button } from "../../parts/Button";
import { exact, plural } from "../../parts/format";
import { Modal } from "../../parts/Modal";
import { ProblemNote } from "../../parts/ProblemNote";
import { channelName } from "../../shared/channels";
import { useChange } from "../../shared/useChange";
import { bringFile, forgetFile, importFile, lookAtFile } from "../changes";
import { FIGURES, FiguresAsked, hasFigures } from "./FiguresAsked";
import { FileSource } from "./FileSource";
import { ImportPreview } from "./ImportPreview";

type File_ = Schemas["FileOut"];

/** A list pasted or dropped: seen with its columns guessed, put right, then imported. */
export function ImportDialog({
  projectId,
  channel,
  open,
  onOpenChange,
}: {
  projectId: number;
  channel: Channel;
  open: boolean;
  onOpenChange: (open: boolean) => void;
}) {
  const [file, setFile] = useState<File_>();
  const [error, setError] = useState<Error>();
  const [busy, setBusy] = useState(false);
  const [figures, setFigures] = useState(FIGURES);
  const start = useChange(
    projectId,
    (told: File_) =>
      importFile(projectId, told.id, {
        channel,
        sheet: told.sheet,
        heading: told.heading,
        mapping: told.mapping,
        titles: told.titles,
        notes: told.notes,
        all_countries: told.all_countries,
        match: figures.match,
        on: figures.on || null,
        months_covered: figures.covers ? Number(figures.covers) : null,
      }),
    {
      done: () => {
        setFigures(FIGURES);
        setFile(undefined);
        onOpenChange(false);
      },
    },
  );
  const during = async (work: () => Promise<File_>) => {
    setBusy(true);
    setError(undefined);
    start.reset();
    try {
      setFile(await work());
    } catch (problem) {
      setError(problem instanceof Problem ? problem : new Error("The file could not be read."));
    } finally {
      setBusy(false);
    }
  };
  const another = () => {
    if (file) forgetFile(projectId, file.id).catch(() => undefined);
    setFile(undefined);
    setError(undefined);
  };
  const problem = error ?? start.error;
  return (
    <Modal
      open={open}
      onOpenChange={onOpenChange}
      title={`Import a list into ${channelName(channel)} search`}
      wide
    >
      {file ? (
        <ImportPreview
          file={file}
          busy={busy}
          onRead={(read) => during(() => lookAtFile(projectId, file.id, read))}
        >
          {hasFigures(file) && <FiguresAsked file={file} asked={figures} onChange={setFigures} />}
        </ImportPreview>
      ) : (
        <FileSource busy={busy} onFile={(given) => during(() => bringFile(projectId, given))} />
      )}
      {problem && (
        <div className="pt-3">
          <ProblemNote error={problem} />
        </div>
      )}
      {file && (
        <div className="flex items-center gap-3 pt-4">
          <Button
            look="go"
            disabled={busy || start.isPending || file.mapping.keyword === undefined}
            onClick={() => start.mutate(file)}
          >
            {file.counted && file.mapping.keyword !== undefined
              ? `Import ${plural(file.will_come, "row")}`
              : "Import"}
          </Button>
          <Button onClick={another}>Choose another file</Button>
          <span className="text-ink-2">
            {file.mapping.keyword === undefined ? "Choose the keyword column." : willCome(file)}
          </span>
        </div>
      )}
    </Modal>
  );
}

/** How many rows there are, and how many of them come in. */
function willCome(file: File_): string {
  const more = file.counted ? "" : "more than ";
  const out = file.rows_in_all - file.will_come;
  return (
    `${more}${plural(file.rows_in_all, "row")}` +
    (out ? `; ${exact(out)} rejected, listed with reasons.` : ", all valid.")
  );
}
