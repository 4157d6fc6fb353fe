import type { Inspection } from "../../api/client";
import { Awaited, Stale } from "../../parts/Awaited";
import { Block } from "../../parts/Block";
import { Button } from "../../parts/Button";
import { doneOn, exact, percent, plural } from "../../parts/format";
import { Help } from "../../parts/Help";
import { Inspector } from "../../parts/Inspector";
import { OriginsBlock } from "../../parts/OriginsBlock";
import { STATE_NAMES } from "../../parts/wayWords";
import { useInspection } from "../../shared/queries";
import { FamilyBlock } from "./FamilyBlock";

type Props = {
  projectId: number;
  rowId: number;
  onClose: () => void;
  onRun: (job: number) => void;
  /** None where no source is asked for anything. */
  onSeed: ((keyword: string, from: string) => void) | undefined;
};

/** One arrival: what became of it, how relevant it is and by which words, all the ways it came,
 * its variants. */
export function ArrivalInspector({ projectId, rowId, onClose, onRun, onSeed }: Props) {
  const found = useInspection(projectId, rowId);
  return (
    <Inspector label="Keyword" onClose={onClose}>
      <Awaited of={found}>
        {(told) => (
          <Stale of={found}>
            <Told told={told} projectId={projectId} onRun={onRun} onSeed={onSeed} />
          </Stale>
        )}
      </Awaited>
    </Inspector>
  );
}

function Told({
  told,
  projectId,
  onRun,
  onSeed,
}: { told: Inspection } & Pick<Props, "projectId" | "onRun" | "onSeed">) {
  const { row } = told;
  const first = told.origins[0];
  return (
    <>
      <h2 className="pr-6 text-lg break-words">{row.text}</h2>
      <p className="pt-1 pb-3 text-ink-2">{conclusion(told)}</p>
      {onSeed && (
        <div className="pb-3">
          <Button onClick={() => onSeed(row.text, first?.seed ?? "")}>
            Explore from this keyword
          </Button>
        </div>
      )}
      {told.note && (
        <Block title="Your note">
          <p>{told.note}</p>
        </Block>
      )}
      <Block
        title={<Help figure="relevance">Relevance</Help>}
        aside={
          told.relevance_from
            ? `from ${exact(told.relevance_from)} of your decisions`
            : "from your topic"
        }
      >
        <p>
          {row.relevance === null ? (
            <span className="text-quiet">Worked out when the run ends.</span>
          ) : (
            <strong>{percent(row.relevance)}</strong>
          )}
          {told.relevance_words.map((word) => (
            <span key={word.word} className="text-ink-2">
              {" · "}
              <span className={word.weight > 0 ? "text-pine" : "text-persimmon-text"}>
                {word.weight > 0 ? "raised" : "lowered"} by “{word.word}”
              </span>
            </span>
          ))}
        </p>
      </Block>
      <OriginsBlock origins={told.origins} onRun={onRun} />
      {told.readings.length > 0 && (
        <Block title="Figures available">
          {told.readings.map((reading) => (
            <div key={`${reading.source}|${reading.what}|${reading.kind}|${reading.on}`}>
              <p className="flex justify-between gap-3 py-[2px]">
                <span className="truncate">{reading.source}</span>
                <span className="shrink-0 text-ink-2">
                  {reading.says}, {doneOn(reading.on)}
                </span>
              </p>
              {reading.beside && <p className="pb-[2px] text-xs text-quiet">{reading.beside}</p>}
            </div>
          ))}
        </Block>
      )}
      <FamilyBlock projectId={projectId} row={row} />
    </>
  );
}

function conclusion(told: Inspection): string {
  const { row } = told;
  if (row.state === "left_out") return `Excluded by ${told.left_out}.`;
  if (row.state === "dropped")
    return `Rejected${told.drop_reason ? `: ${told.drop_reason.toLowerCase()}` : ""}.`;
  const came = `Found in ${plural(told.origins.length, "way")}`;
  return row.state === "open" ? `${came}. No decision yet.` : `${STATE_NAMES[row.state]}. ${came}.`;
}
