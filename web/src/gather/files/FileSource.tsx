import { useRef, useState } from "react";
import { Button } from "../../parts/Button";

/** Where a list comes from: dropped, chosen, or pasted. */
export function FileSource({ busy, onFile }: { busy: boolean; onFile: (file: File) => void }) {
  const [text, setText] = useState("");
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      {/* biome-ignore lint/a11y/noStaticElementInteractions: its button does the same by keys */}
      <div
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          const file = event.dataTransfer.files[0];
          if (file) onFile(file);
        }}
        className={`flex flex-col items-center gap-2 rounded-md border border-dashed p-5
          ${over ? "border-pine bg-pine-wash" : "border-bar"}`}
      >
        <p>Drop a file here: CSV, TSV, plain text, .xlsx or JSON lines, in any encoding</p>
        <Button disabled={busy} onClick={() => input.current?.click()}>
          {busy ? "Reading" : "Choose a file"}
        </Button>
        <input
          ref={input}
          type="file"
          aria-label="File"
          className="sr-only"
          tabIndex={-1}
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) onFile(file);
            event.target.value = "";
          }}
        />
      </div>
      <form
        className="flex flex-col gap-2 pt-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim()) onFile(new File([text], "pasted.txt", { type: "text/plain" }));
        }}
      >
        <label htmlFor="pasted" className="font-semibold">
          Or paste a list: a keyword a line, or a table with its headings
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
            Look at it
          </Button>
          <span className="text-ink-2">
            A report on your own pages (queries with clicks, times shown, position) marks what you
            already have.
          </span>
        </div>
      </form>
    </>
  );
}
