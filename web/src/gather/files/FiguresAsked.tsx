import type { Schemas } from "../../api/client";
import { Select } from "../../parts/Select";

type Match = Schemas["ImportIn"]["match"];

/** What is asked about a file's figures: the match type of its searches, the day they are of
 * ("": today), and how many months a report without dates covers ("": not known). */
export interface Asked {
  match: Match;
  on: string;
  covers: string;
}
export const FIGURES: Asked = { match: "exact", on: "", covers: "" };

/** Months that reports usually cover. */
const COVERS: [string, string][] = [
  ["", "not known"],
  ["0.92", "28 days"],
  ["3", "3 months"],
  ["6", "6 months"],
  ["12", "12 months"],
  ["16", "16 months"],
];

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

const SELECT = "h-[26px] rounded-md border border-bar bg-sheet px-1";

/** Whether a file tells searches, in all or by month. */
const hasSearches = ({ mapping }: Schemas["FileOut"]): boolean =>
  Object.keys(mapping).some((meaning) => meaning === "searches" || meaning.startsWith("month:"));

/** Whether a file is a search performance report whose rows have no dates. */
const isUndatedReport = ({ mapping }: Schemas["FileOut"]): boolean =>
  mapping.impressions !== undefined && mapping.date === undefined;

/** Asks what a file's figures are. */
export function FiguresAsked({
  file,
  asked,
  onChange,
}: {
  file: Schemas["FileOut"];
  asked: Asked;
  onChange: (asked: Asked) => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2 pb-3">
      {isUndatedReport(file) && (
        <label className="flex items-center gap-2">
          The report covers
          <Select
            value={asked.covers}
            onChange={(covers) => onChange({ ...asked, covers })}
            className={SELECT}
          >
            {COVERS.map(([months, words]) => (
              <option key={months} value={months}>
                {words}
              </option>
            ))}
          </Select>
          <span className="text-xs text-quiet">so that impressions become searches a month</span>
        </label>
      )}
      {hasSearches(file) && file.mapping.match === undefined && (
        <label className="flex items-center gap-2">
          Searches are
          <Select
            value={asked.match}
            onChange={(value) => onChange({ ...asked, match: value as Match })}
            className={SELECT}
          >
            {MATCHES.map(([match, words]) => (
              <option key={match} value={match}>
                {words}
              </option>
            ))}
          </Select>
        </label>
      )}
      {file.mapping.date === undefined && (
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
      )}
      <span className="text-xs text-quiet">
        They take precedence over other sources; you can change this in project settings.
      </span>
    </div>
  );
}
