import type { Schemas } from "../../api/client";
import { Select } from "../../parts/Select";

type Match = Schemas["ImportIn"]["match"];

/** What is asked about a file's figures: the match type of its searches, and the day they are of
 * ("": today). */
export const FIGURES: { match: Match; on: string } = { match: "exact", on: "" };

const MATCHES: [Match, string][] = [
  ["exact", "exact match"],
  ["phrase", "phrase match"],
  ["broad", "broad match"],
];

const SEARCHED = [
  "searches",
  "cpc",
  "cpc_high",
  "competition",
  "clicks",
  "impressions",
  "position",
];

/** Whether a file, as it is read, tells any figure. */
export const hasFigures = (file: Schemas["FileOut"]): boolean =>
  SEARCHED.some((meaning) => file.mapping[meaning] !== undefined);

/** Asks what a file's figures are. */
export function FiguresAsked({
  asked,
  onChange,
}: {
  asked: { match: Match; on: string };
  onChange: (asked: { match: Match; on: string }) => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2 pb-3">
      <label className="flex items-center gap-2">
        Searches are
        <Select
          value={asked.match}
          onChange={(value) => onChange({ ...asked, match: value as Match })}
          className="h-[26px] rounded-md border border-bar bg-sheet px-1"
        >
          {MATCHES.map(([match, words]) => (
            <option key={match} value={match}>
              {words}
            </option>
          ))}
        </Select>
      </label>
      <label className="flex items-center gap-2">
        Date
        <input
          type="date"
          value={asked.on}
          max={new Date().toISOString().slice(0, 10)}
          onChange={(event) => onChange({ ...asked, on: event.target.value })}
          className="h-[26px] rounded-md border border-bar bg-sheet px-2"
        />
        <span className="text-xs text-quiet">leave empty for today</span>
      </label>
      <span className="text-xs text-quiet">
        They take precedence over other sources; you can change this in project settings.
      </span>
    </div>
  );
}
