import type { Inspection } from "../api/client";
import { Block } from "./Block";
import { day, plural } from "./format";
import { figureWords, originWords } from "./wayWords";

/** All the ways in which a keyword came: way, seed, source, day, and the run one can go back to. */
export function OriginsBlock({
  origins,
  onRun,
}: {
  origins: Inspection["origins"];
  onRun?: (job: number) => void;
}) {
  return (
    <Block title="Where it came from" aside={plural(origins.length, "way")}>
      {origins.map((one) => (
        <p
          key={`${one.method}|${one.seed}|${one.source}|${one.on}`}
          className="flex justify-between gap-3 py-[2px]"
        >
          <span className="min-w-0 truncate" title={one.source}>
            {originWords(one.method, one.seed).way}
            <span className="text-ink-2"> {originWords(one.method, one.seed).of}</span>
            {figureWords(one.method, one.figure) && (
              <span className="text-quiet">, {figureWords(one.method, one.figure)}</span>
            )}
          </span>
          {onRun && one.job_id ? (
            <button
              type="button"
              onClick={() => onRun(one.job_id as number)}
              title="Show what this run was the first to bring"
              className="shrink-0 text-quiet underline hover:text-ink"
            >
              {day(one.on)}
            </button>
          ) : (
            <span className="shrink-0 text-quiet">{day(one.on)}</span>
          )}
        </p>
      ))}
    </Block>
  );
}
