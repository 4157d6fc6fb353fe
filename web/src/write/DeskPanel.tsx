import type { Schemas } from "../api/client";
import { Block } from "../parts/Block";
import { Button } from "../parts/Button";
import { Help } from "../parts/Help";
import { Inspector } from "../parts/Inspector";
import { formOf } from "../shared/channels";
import { CoverageBlock } from "./CoverageBlock";
import type { Fields } from "./changes";
import { coveredWords } from "./coverageWords";
import { DuelBlock } from "./DuelBlock";
import { Preview } from "./Preview";
import type { Desk, Look } from "./queries";
import type { Showing } from "./useShowing";

type Check = Schemas["DeskCheckOut"];
const SHOWN = 3;

/** What is covered, what is missing and what to do next; how it will be seen; all the rules. */
export function DeskPanel({
  projectId,
  desk,
  look,
  fields,
  currency,
  next,
  showing,
  onFix,
  onTitle,
  onSettings,
}: {
  projectId: number;
  desk: Desk;
  look: Look;
  fields: Fields;
  currency: string;
  next: readonly Check[];
  showing: Showing;
  onFix: (rule: string) => void;
  onTitle: (title: string) => void;
  onSettings: () => void;
}) {
  return (
    <Inspector label="Coverage and suggested fixes" name="desk" usual={440}>
      <h2 className="text-lg">{coveredWords(desk, look, currency)}</h2>
      <p className="pb-3 text-ink-2">
        {desk.phrases.length === 0
          ? "No keywords yet. Set a main keyword in the plan."
          : next.length
            ? `${next.length} of ${look.checks.length} checks to do.`
            : "All checks passed."}
        {desk.practice && " Its figures are practice figures."}
      </p>
      {next.length > 0 && (
        <Block title="Next" aside="most points first">
          <ol className="flex flex-col gap-2">
            {next.slice(0, SHOWN).map((one, number) => (
              <li key={one.id} className="flex items-start gap-2">
                <span aria-hidden="true" className="text-persimmon">
                  ◇
                </span>
                <span className="min-w-0 flex-1">
                  {one.text}
                  {one.missing && <span className="text-ink-2"> Missing: {one.missing}.</span>}
                </span>
                {one.fix && (
                  <Button
                    className="!h-[24px] !px-2 text-xs"
                    title={`Alt ${number + 1}`}
                    onClick={() => onFix(one.id)}
                  >
                    {one.fix}
                  </Button>
                )}
              </li>
            ))}
          </ol>
        </Block>
      )}
      {desk.phrases.length > 0 && (
        <CoverageBlock
          projectId={projectId}
          desk={desk}
          look={look}
          fields={fields}
          currency={currency}
          showing={showing}
        />
      )}
      <Block title="Preview" aside="not to scale">
        <Preview desk={desk} look={look} fields={fields} />
      </Block>
      {desk.phrases.length > 0 && (
        <DuelBlock projectId={projectId} desk={desk} title={fields.title ?? ""} onTake={onTitle} />
      )}
      {formOf(desk.form).has_body && <Around desk={desk} />}
      {look.checks.length > 0 && (
        <Block
          title={<Help figure="made">All checks</Help>}
          aside={`${Math.round(look.score)} of 100 points`}
        >
          <ul>
            {look.checks.map((one) => (
              <li key={one.id} className="flex items-baseline gap-2 py-[3px]">
                <span aria-hidden="true" className={one.good ? "text-pine" : "text-persimmon"}>
                  {one.good ? "◆" : "◇"}
                </span>
                <span className="sr-only">{one.good ? "Good:" : "To do:"}</span>
                <span className="min-w-0 flex-1">{one.text}</span>
                <span className="text-xs whitespace-nowrap text-quiet tabular-nums">
                  {one.points.toFixed(0)} of {one.most.toFixed(0)}
                </span>
                {!one.good && one.fix && (
                  <button
                    type="button"
                    className="text-xs font-semibold whitespace-nowrap underline
                      decoration-hairline underline-offset-2 hover:decoration-ink"
                    onClick={() => onFix(one.id)}
                  >
                    {one.fix}
                  </button>
                )}
              </li>
            ))}
          </ul>
          <p className="pt-2">
            <button
              type="button"
              className="text-xs underline decoration-hairline underline-offset-2
                hover:decoration-ink"
              onClick={onSettings}
            >
              Turn checks off or change limits
            </button>
          </p>
        </Block>
      )}
    </Inspector>
  );
}

/** Links that the plan has from here, and questions that the results page asks. */
function Around({ desk }: { desk: Desk }) {
  return (
    <>
      {desk.links.length > 0 && (
        <Block title="Links to set" aside="from the plan">
          <ul>
            {desk.links.map((link) => (
              <li key={link.id} className="py-[2px]">
                <span className="font-semibold">{link.phrase}</span>
                <span className="text-ink-2">
                  {" "}
                  to “{link.title}”: {link.why}
                </span>
              </li>
            ))}
          </ul>
        </Block>
      )}
      {desk.questions.length > 0 && (
        <Block title="Questions to answer" aside="from the results page">
          <ul className="list-disc pl-4">
            {desk.questions.map((question) => (
              <li key={question}>{question}</li>
            ))}
          </ul>
        </Block>
      )}
    </>
  );
}
