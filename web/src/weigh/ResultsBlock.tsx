import type { Channel, Inspection } from "../api/client";
import { Block } from "../parts/Block";
import { doneOn, plural } from "../parts/format";
import { Help } from "../parts/Help";
import { ageOf, behind, featureName, shortAddress } from "./resultWords";

/** What a chance rests on where the page was not read. */
const INSTEAD: Record<string, string> = {
  file: "the difficulty in your file",
  guess: "your own estimate",
  signs: "its figures and wording; enter your own estimate below",
  own: "your position in your search performance report",
};

/** The first ten results, ads left out: who stands there, how strong, and which the outlet would
 * outrank. */
export function ResultsBlock({
  told,
  currency,
  onOpen,
}: {
  told: Inspection;
  currency: string;
  onOpen: () => void;
}) {
  const weak = told.results.filter((result) => result.weak).length;
  const practice = told.readings.some((reading) => reading.what === "page" && reading.practice);
  const also = [told.ads ? plural(told.ads, "ad") : "", ...told.features.map(featureName)].filter(
    Boolean,
  );
  return (
    <Block
      title={
        <Help figure="strength">
          {practice ? "Practice results" : "Results"}, top 10 without ads
        </Help>
      }
      aside={told.page_on ? `${plural(weak, "weak spot")}, ${doneOn(told.page_on)}` : ""}
    >
      <button
        type="button"
        onClick={onOpen}
        className="pb-1 font-semibold text-persimmon-text underline underline-offset-2"
      >
        Full results page and your likely position (R)
      </button>
      {told.results.length ? (
        <ol>
          {told.results.map((result) => (
            <li
              key={result.position}
              className={`grid grid-cols-[18px_1fr_64px] gap-x-2 border-t border-hairline px-1 py-[5px]
                first:border-t-0 ${result.weak ? "bg-pine-wash" : ""}`}
            >
              <span className="text-ink-2">{result.position}</span>
              <span className="min-w-0 break-words">
                {result.title}
                <span className="block text-xs text-quiet">
                  {[
                    shortAddress(result.address),
                    ageOf(result.published),
                    behind(result, told.channel as Channel, currency),
                  ]
                    .filter(Boolean)
                    .join(", ")}
                  ;{" "}
                  <span
                    className={result.wording === "exact phrase" ? "font-semibold text-ink" : ""}
                  >
                    {result.wording}
                  </span>
                  {result.weak && <span className="font-semibold text-pine">, weak spot</span>}
                </span>
              </span>
              <span className="flex flex-col gap-1 pt-px text-right">
                <span aria-hidden="true">
                  {result.strength === null ? "" : Math.round(result.strength)}
                </span>
                <span
                  role="img"
                  aria-label={
                    result.strength === null
                      ? "strength not known"
                      : `strength ${Math.round(result.strength)}`
                  }
                  className="relative h-[6px] bg-trough"
                >
                  <span
                    className="absolute inset-y-0 left-0 bg-bar"
                    style={{ width: `${result.strength ?? 0}%` }}
                  />
                  {told.row.own_strength !== null && (
                    <span
                      className="absolute -inset-y-[3px] w-[2px] bg-persimmon"
                      style={{ left: `${told.row.own_strength}%` }}
                    />
                  )}
                </span>
              </span>
            </li>
          ))}
        </ol>
      ) : (
        <p className="text-quiet">
          {told.page_on
            ? "The source found no results."
            : told.row.chance_from === "" || told.row.waiting
              ? "Not fetched yet."
              : `Not fetched: the chance is based on ${INSTEAD[told.row.chance_from] ?? "nothing"}.`}
        </p>
      )}
      {also.length > 0 && (
        <p className="pt-1 text-xs text-quiet">Results-page features: {also.join(", ")}.</p>
      )}
    </Block>
  );
}
