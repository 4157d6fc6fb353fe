import { useRef, useState } from "react";
import { Button } from "./Button";

/** Where a file is dropped, or chosen. */
export function FileDrop({ busy, onFile }: { busy: boolean; onFile: (file: File) => void }) {
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
    </>
  );
}
