import { useRef, useState } from "react";
import { Button } from "../parts/Button";
import { AREAS } from "../parts/Field";

const MOST = 2_000_000;

/** A text that is pasted, or read from a file of this computer. */
export function PasteOrFile({ text, onText }: { text: string; onText: (text: string) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [wrong, setWrong] = useState("");
  const take = async (file: File) => {
    if (file.size > 2 * MOST) {
      setWrong(`${file.name} is too large: a page of up to two million characters is read.`);
      return;
    }
    const read = await file.text();
    if (read.includes("\u0000")) {
      setWrong(`${file.name} is not a text file. Save it as HTML, Markdown or plain text.`);
      return;
    }
    setWrong("");
    onText(read);
  };
  return (
    <div className="flex flex-col gap-2 pb-2">
      <textarea
        aria-label="Its text"
        rows={8}
        value={text}
        placeholder="Paste it here"
        onChange={(event) => onText(event.target.value)}
        onDragOver={(event) => event.preventDefault()}
        onDrop={(event) => {
          const file = event.dataTransfer.files[0];
          if (!file) return;
          event.preventDefault();
          take(file);
        }}
        className={AREAS.text}
      />
      <div className="flex items-center gap-3">
        <Button onClick={() => input.current?.click()}>Choose a file</Button>
        <span className="text-xs text-quiet">
          .html, .md, .txt or a .csv of fields; or drag it here.
        </span>
        <input
          ref={input}
          type="file"
          aria-label="File"
          accept=".html,.htm,.md,.markdown,.txt,.csv,text/*"
          className="sr-only"
          tabIndex={-1}
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) take(file);
            event.target.value = "";
          }}
        />
      </div>
      {wrong && (
        <p role="alert" className="text-persimmon-text">
          {wrong}
        </p>
      )}
    </div>
  );
}
