import { lazy, Suspense } from "react";
import type { Inspection, Row, Schemas } from "../api/client";
import { FamilyBlock } from "../gather/stream/FamilyBlock";
import { Awaited, Stale } from "../parts/Awaited";
import { Block } from "../parts/Block";
import { count, doneOn, exact, likely, money, monthName, percent, plural } from "../parts/format";
import { Help } from "../parts/Help";
import { Inspector } from "../parts/Inspector";
import { OriginsBlock } from "../parts/OriginsBlock";
import { ProblemNote } from "../parts/ProblemNote";
import { Select } from "../parts/Select";
import { YearStrip } from "../parts/YearStrip";
import { useInspection } from "../shared/queries";
import { useChange } from "../shared/useChange";
import { guessChance, markPriority, overruleIntent } from "./changes";
import { capital, INTENTS } from "./filters";
import { GUESSES, type Guess, restsOn } from "./guesses";
import { ResultsBlock } from "./ResultsBlock";

const HistoryPlot = lazy(() => import("./HistoryPlot").then((m) => ({ default: m.HistoryPlot })));
const PRIORITIES: readonly Schemas["PriorityIn"]["priority"][] = ["high", "normal", "low"];
const LINE = "grid grid-cols-[1fr_auto_92px] items-baseline gap-x-3 whitespace-nowrap py-[2px]";

/** Everything about one keyword: the conclusion first, then its readings, its year, its page,
 * and why. */
export function KeywordInspector({
  projectId,
  rowId,
  currency,
  onResults,
  onClose,
}: {
  projectId: number;
  rowId: number;
  currency: string;
  onResults: (rowId: number) => void;
  onClose: () => void;
}) {
  const found = useInspection(projectId, rowId);
  return (
    <Inspector label="Keyword" onClose={onClose}>
      <Awaited of={found}>
        {(told) => (
          <Stale of={found}>
            <Told told={told} projectId={projectId} currency={currency} onResults={onResults} />
          </Stale>
        )}
      </Awaited>
    </Inspector>
  );
}

function Told({
  told,
  projectId,
  currency,
  onResults,
}: {
  told: Inspection;
  projectId: number;
  currency: string;
  onResults: (rowId: number) => void;
}) {
  const { row } = told;
  const priority = useChange(projectId, (to: Schemas["PriorityIn"]["priority"]) =>
    markPriority(projectId, [row.id], to),
  );
  const intent = useChange(projectId, (to: Schemas["IntentIn"]["intent"]) =>
    overruleIntent(projectId, [row.id], to),
  );
  const guess = useChange(projectId, (value: Guess) => guessChance(projectId, [row.id], value));
  const problem = priority.error ?? intent.error ?? guess.error;
  return (
    <>
      <h2 className="pr-6 text-lg break-words">{row.text}</h2>
      <p className="pt-1 pb-3 text-ink-2">
        {row.verdict && (
          <strong className={row.verdict === "go" ? "text-pine" : "text-ink"}>
            {capital(row.verdict)}.{" "}
          </strong>
        )}
        {told.because}
        {row.climb_month > 0 &&
          ` Searches rise from ${monthName(row.climb_month)} and peak in ` +
            `${monthName(row.peak_month)}` +
            `${told.history.length < 24 ? ", by one year only" : ""}.`}
        {row.state === "dropped" &&
          ` Rejected${told.drop_reason ? `: ${told.drop_reason.toLowerCase()}` : ""}.`}
      </p>
      {problem && <ProblemNote error={problem} />}
      <Volumes told={told} />
      <Block title={<Help figure="season">The year, January to December</Help>}>
        <YearStrip shares={row.month_share} peak={row.peak_month} tall />
        {told.history.length > 0 && (
          <Suspense fallback={<div className="h-[208px]" />}>
            <HistoryPlot
              series={[{ name: row.text, points: told.history }]}
              file={row.text.replaceAll(" ", "-")}
              height={132}
            />
          </Suspense>
        )}
      </Block>
      <ResultsBlock told={told} currency={currency} onOpen={() => onResults(row.id)} />
      <Why told={told} currency={currency} />
      <Block
        title={<Help figure="intent">Intent</Help>}
        aside={told.intent_overruled ? "yours" : "read"}
      >
        <div className="flex items-center gap-2">
          <Select
            label="Intent"
            value={told.intent_overruled ? row.intent : ""}
            onChange={(value) => intent.mutate(value as Schemas["IntentIn"]["intent"])}
            className="h-[28px] rounded-md border border-bar bg-sheet px-2"
          >
            <option value="">Detected: {capital(likeliest(told.intents))}</option>
            {INTENTS.map((intent) => (
              <option key={intent} value={intent}>
                {capital(intent)}
              </option>
            ))}
          </Select>
          <span className="text-quiet">{row.local ? "local" : ""}</span>
        </div>
        <p className="pt-1 text-xs text-quiet">{capital(told.intent_evidence.join(", "))}.</p>
      </Block>
      <Block title={<Help figure="guess">Your own estimate of the chance</Help>}>
        <div role="group" aria-label="Your estimate" className="flex gap-1">
          {GUESSES.filter(({ id }) => id).map(({ id, name, about }) => (
            <button
              key={id}
              type="button"
              title={about}
              aria-pressed={told.guess === id}
              onClick={() => guess.mutate(told.guess === id ? "" : id)}
              className="h-[26px] rounded-md border border-hairline px-3
                aria-pressed:border-persimmon-text aria-pressed:bg-persimmon-wash
                aria-pressed:font-semibold"
            >
              {name}
            </button>
          ))}
        </div>
      </Block>
      <Block title={<Help figure="worth">Your priority</Help>}>
        <div role="group" aria-label="Priority" className="flex gap-1">
          {PRIORITIES.map((degree) => (
            <button
              key={degree}
              type="button"
              aria-pressed={row.priority === degree}
              onClick={() => priority.mutate(row.priority === degree ? "" : degree)}
              className="h-[26px] rounded-md border border-hairline px-3
                aria-pressed:border-persimmon-text aria-pressed:bg-persimmon-wash
                aria-pressed:font-semibold"
            >
              {capital(degree)}
            </button>
          ))}
        </div>
      </Block>
      {told.note && (
        <Block title="Your note">
          <p>{told.note}</p>
        </Block>
      )}
      {row.own_impressions !== null && <OwnFigures row={row} />}
      <FamilyBlock projectId={projectId} row={row} />
      <OriginsBlock origins={told.origins} />
    </>
  );
}

function OwnFigures({ row }: { row: Row }) {
  return (
    <Block title="You already rank for this" aside="performance report">
      <p>
        {sentence(
          [
            row.own_impressions !== null && `${exact(row.own_impressions)} impressions`,
            row.own_clicks !== null && plural(row.own_clicks, "click"),
            row.own_position !== null && `average position ${row.own_position.toFixed(1)}`,
          ]
            .filter(Boolean)
            .join(", "),
        )}
      </p>
    </Block>
  );
}

const ABOUT_SEARCHES = ["counts", "bands", "interest"];

const sentence = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;

function Volumes({ told }: { told: Inspection }) {
  const { row, readings } = told;
  const figures = readings.filter((figure) => ABOUT_SEARCHES.includes(figure.what));
  return (
    <Block
      title={<Help figure="volume">Searches a month</Help>}
      aside={figures[0] ? `as of ${doneOn(figures[0].on)}` : ""}
    >
      {figures.map((figure) => (
        <div key={`${figure.source}|${figure.what}|${figure.kind}|${figure.on}`}>
          <p className={LINE}>
            <span>
              {figure.source}
              {figure.practice && <span className="text-xs text-quiet"> practice</span>}
            </span>
            <span className="text-right">{figure.says}</span>
            <span className="text-xs text-quiet">
              {figure.on === figures[0]?.on ? figure.kind : `${figure.kind}, ${doneOn(figure.on)}`}
            </span>
          </p>
          {figure.beside && <p className="pb-[2px] text-xs text-quiet">{figure.beside}</p>}
        </div>
      ))}
      {!figures.length && <p className="text-quiet">Not measured yet.</p>}
      {row.volume !== null && (
        <p className={`${LINE} font-bold`}>
          <span>Best estimate</span>
          <span className="text-right">
            {row.volume_rough && "about "}
            {count(row.volume)}
          </span>
          <span className="text-xs font-normal text-quiet">
            {row.volume_low !== null &&
              row.volume_high !== null &&
              `${count(row.volume_low)}–${count(row.volume_high)}`}
          </span>
        </p>
      )}
      {row.volume_disagrees && (
        <p className="pt-1 text-xs text-persimmon-text">
          Sources differ by more than 2×, or contradict each other. The range covers both; set which
          one counts in project settings.
        </p>
      )}
    </Block>
  );
}

function Why({ told, currency }: { told: Inspection; currency: string }) {
  const { row } = told;
  const lines: [string, string, string | null, string][] = [
    [
      "chance",
      "Chance of page one once settled",
      row.chance === null ? null : likely(row.chance),
      restsOn(row) ||
        (row.own_strength === null
          ? ""
          : `your strength ${Math.round(row.own_strength)}` +
            (row.difficulty === null ? "" : `, page one needs ${Math.round(row.difficulty)}`)),
    ],
    [
      "clicks",
      "Clicks a month",
      row.clicks === null ? null : count(row.clicks),
      told.click_share === null ? "" : `${percent(told.click_share)} of searches`,
    ],
    [
      "click_value",
      "Value of a click",
      row.click_value === null ? null : money(row.click_value, currency),
      row.cpc === null ? "" : `CPC ${money(row.cpc, currency)}`,
    ],
    ["fit", "Topic match", row.fit.toFixed(2), row.priority ? `${row.priority}` : ""],
  ];
  return (
    <Block
      title={<Help figure="verdict">Why this verdict</Help>}
      aside={row.worth === null ? "" : `worth ${money(row.worth, currency)} a month`}
    >
      {lines.map(([figure, name, value, note]) => (
        <p key={figure} className="grid grid-cols-[1fr_auto_104px] items-baseline gap-x-3 py-[2px]">
          <Help figure={figure} focusable={false}>
            {name}
          </Help>
          <span className="text-right">
            {value ?? <span className="hatched inline-block h-[10px] w-9" title="not known yet" />}
          </span>
          <span className="truncate text-xs text-quiet">{note}</span>
        </p>
      ))}
      {told.fit_words.length > 0 && (
        <p className="pt-1 text-xs text-quiet">Topic match: {told.fit_words.join(", ")}.</p>
      )}
    </Block>
  );
}

function likeliest(intents: Record<string, number>): string {
  return Object.entries(intents).sort((a, b) => b[1] - a[1])[0]?.[0] ?? "";
}
