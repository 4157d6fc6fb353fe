import { useState } from "react";
import { Button } from "../parts/Button";
import { INPUT } from "../parts/Field";
import { plural } from "../parts/format";
import { Modal } from "../parts/Modal";
import { ProblemNote } from "../parts/ProblemNote";
import type { Whole } from "./scoreMath";

/** Which theme chosen clusters go to: one that is there, a new one, or none. */
export function ThemeDialog({
  many,
  whole,
  busy,
  problem,
  onPut,
  onMake,
  onClose,
}: {
  many: number;
  whole: Whole;
  busy: boolean;
  problem: Error | null;
  onPut: (themeId: number | null) => void;
  onMake: (name: string) => void;
  onClose: () => void;
}) {
  const [name, setName] = useState("");
  return (
    <Modal
      open
      onOpenChange={(open) => !open && onClose()}
      title={`Put ${plural(many, "cluster")} into a theme`}
    >
      {problem && <ProblemNote error={problem} />}
      <form
        className="flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim() && !busy) onMake(name.trim());
        }}
      >
        <input
          autoFocus
          aria-label="Name of a new theme"
          placeholder="A new theme's name"
          maxLength={120}
          value={name}
          onChange={(event) => setName(event.target.value)}
          className={INPUT}
        />
        <Button type="submit" disabled={!name.trim() || busy}>
          Create theme
        </Button>
      </form>
      <ul className="mt-2 h-[260px] overflow-auto border-y border-hairline">
        {whole.themes.map((theme) => (
          <li key={theme.id}>
            <button
              type="button"
              disabled={busy}
              onClick={() => onPut(theme.id)}
              className="flex h-8 w-full items-center justify-between gap-3 px-2 text-left
                hover:bg-paper focus-visible:-outline-offset-2"
            >
              <span className="truncate">{theme.name}</span>
              <span className="shrink-0 text-xs text-quiet">
                {plural(theme.clusters, "cluster")}
              </span>
            </button>
          </li>
        ))}
      </ul>
      <div className="flex justify-between gap-2 pt-3">
        <Button disabled={busy} onClick={() => onPut(null)}>
          Remove from its theme
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </Modal>
  );
}
