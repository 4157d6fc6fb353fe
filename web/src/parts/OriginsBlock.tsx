import type { Inspection } from "../api/client";
import { Block } from "./Block";
import { doneOn, plural } from "./format";
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
    <Block title="How it was found" aside={plural(origins.length, "way")}>
      {origins.map((origin) => (
        <p
          key={`${origin.method}|${origin.seed}|${origin.source}|${origin.on}`}
          className="flex justify-between gap-3 py-[2px]"
        >
          <span className="min-w-0 truncate" title={origin.source}>
            {originWords(origin.method, origin.seed).way}
            <span className="text-ink-2"> {originWords(origin.method, origin.seed).of}</span>
            {figureWords(origin.method, origin.figure) && (
              <span className="text-quiet">, {figureWords(origin.method, origin.figure)}</span>
            )}
          </span>
          {onRun && origin.job_id ? (
            <button
              type="button"
              onClick={() => onRun(origin.job_id as number)}
              title="Show what this run found first"
              className="shrink-0 text-quiet underline hover:text-ink"
            >
              {doneOn(origin.on)}
            </button>
          ) : (
            <span className="shrink-0 text-quiet">{doneOn(origin.on)}</span>
          )}
        </p>
      ))}
    </Block>
  );
}
