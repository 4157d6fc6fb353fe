import type { Row } from "../api/client";
import { Button } from "../parts/Button";
import { plural } from "../parts/format";

export const TRAY_HOLDS = 6;

/** What is to be compared, up to six; it takes its own room at the bottom and only while it
 * holds something. */
export function Tray({
  rows,
  onRemove,
  onClear,
  onCompare,
}: {
  rows: readonly Row[];
  onRemove: (id: number) => void;
  onClear: () => void;
  onCompare: () => void;
}) {
  if (!rows.length) return null;
  return (
    <section
      aria-label="Tray"
      className="flex h-12 shrink-0 items-center gap-2 bg-beam px-[18px] text-on-beam"
    >
      <strong className="pr-2">Compare</strong>
      <div className="flex min-w-0 flex-1 gap-2 overflow-hidden">
        {rows.map((row) => (
          <span
            key={row.id}
            className="flex h-[28px] min-w-0 items-center gap-1 rounded-md border border-beam-line
              bg-beam-2 pl-3"
          >
            <span className="truncate">{row.text}</span>
            <button
              type="button"
              aria-label={`Remove ${row.text} from the tray`}
              onClick={() => onRemove(row.id)}
              className="px-2 text-on-beam-2 hover:text-on-beam"
            >
              ×
            </button>
          </span>
        ))}
        <span className="self-center whitespace-nowrap text-on-beam-2">up to {TRAY_HOLDS}</span>
      </div>
      <Button look="beam" onClick={onClear}>
        Clear the tray
      </Button>
      <Button look="go" disabled={rows.length < 2} onClick={onCompare}>
        Compare {plural(rows.length, "keyword")}
      </Button>
    </section>
  );
}
