import { useState } from "react";
import { Button } from "../../parts/Button";
import { FileDrop } from "../../parts/FileDrop";

/** Where a list comes from: dropped, chosen, or pasted. */
export function FileSource({ busy, onFile }: { busy: boolean; onFile: (file: File) => void }) {
  const [text, setText] = useState("");
  return (
    <>
      <FileDrop busy={busy} onFile={onFile} />
      <form
        className="flex flex-col gap-2 pt-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim()) onFile(new File([text], "pasted.txt", { type: "text/plain" }));
        }}
      >
        <label htmlFor="pasted" className="font-semibold">
          Or paste a list: one keyword per line, or a table with headings
        </label>
        <textarea
          id="pasted"
          rows={6}
          value={text}
          onChange={(event) => setText(event.target.value)}
          className="w-full rounded-md border border-bar bg-sheet px-3 py-2 font-mono"
        />
        <div className="flex items-center gap-3">
          <Button type="submit" look="main" disabled={busy || !text.trim()}>
            Preview the list
          </Button>
          <span className="text-ink-2">
            A search performance report (queries with clicks, impressions, position) shows what you
            already rank for.
          </span>
        </div>
      </form>
    </>
  );
}
