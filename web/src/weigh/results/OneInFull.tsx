import { Button } from "../../parts/Button";
import { count, lookups, plural } from "../../parts/format";
import { Help } from "../../parts/Help";
import { ProblemNote } from "../../parts/ProblemNote";
import { useChange } from "../../shared/useChange";
import { readTalk } from "./queries";
import type { PageTold } from "./words";

type Written = PageTold["fields"][number];

/** One result in full: what it writes, what is good and bad about that, where it stands for its own
 * tags, where it is talked about; every phrase of it can be gathered. */
export function OneInFull({
  written,
  told,
  projectId,
  onGather,
}: {
  written: Written;
  told: PageTold;
  projectId: number;
  onGather: (text: string) => void;
}) {
  const result = told.results.find((each) => each.address === written.address);
  const lengths = [
    result && `${plural([...result.title].length, "character")} of title`,
    `${plural([...written.description].length, "character")} of description`,
    written.words !== null && `${count(written.words)} words in all`,
    written.headings.length > 0 && plural(written.headings.length, "heading"),
    result ? placeOfPrice(told, result.price) : "",
  ].filter(Boolean);
  const bad = written.checks.filter((check) => !check.good);
  return (
    <div className="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] gap-8 py-2 pl-9">
      <div className="flex min-w-0 flex-col gap-2">
        <p className="max-w-[640px] text-ink-2">{written.description}</p>
        <p className="text-xs text-quiet">{lengths.join(" · ")}</p>
        <Phrases name="Headings" phrases={written.headings} onGather={onGather} />
        <Phrases name="Tags" phrases={written.tags} onGather={onGather} />
        <Talk written={written} told={told} projectId={projectId} onGather={onGather} />
      </div>
      <div className="min-w-0">
        <h4 className="text-xs text-quiet">
          <Help figure="made">Content quality</Help>, {written.score} of 100
        </h4>
        <ul className="flex flex-col gap-[2px] pt-1">
          {written.checks.map((check) => (
            <li key={check.id} className="flex gap-2">
              <span aria-hidden="true" className={`w-3 ${check.good ? "text-pine" : "text-quiet"}`}>
                {check.good ? "✓" : "–"}
              </span>
              <span className={`min-w-0 flex-1 ${check.good ? "text-ink-2" : ""}`}>
                {check.good ? check.text : lacked(check.text)}
              </span>
              <span className="text-xs whitespace-nowrap text-quiet">
                {check.points.toFixed(0)} of {check.most.toFixed(0)}
              </span>
            </li>
          ))}
        </ul>
        {!bad.length && <p className="pt-1 text-ink-2">All checks passed.</p>}
      </div>
    </div>
  );
}

/** What a rule asks for, said of somebody else's fields. */
const lacked = (text: string) => `Not done: ${text.charAt(0).toLowerCase()}${text.slice(1)}`;

/** Where a price lies among those of the page. */
export function placeOfPrice(told: PageTold, price: number | null): string {
  if (price === null) return "";
  const prices = told.results.flatMap((each) => (each.price === null ? [] : [each.price]));
  if (prices.length < 2) return "";
  const below = prices.filter((other) => other < price).length;
  if (!below) return `lowest of ${prices.length} prices`;
  if (below === prices.length - 1) return `the highest price of ${prices.length}`;
  return `${below} of ${prices.length} are cheaper`;
}

function Phrases({
  name,
  phrases,
  onGather,
}: {
  name: string;
  phrases: readonly { text: string; known: boolean; position?: number | null }[];
  onGather: (text: string) => void;
}) {
  if (!phrases.length) return null;
  return (
    <div>
      <h4 className="text-xs text-quiet">{name}</h4>
      <ul className="flex flex-wrap gap-x-4 gap-y-1">
        {phrases.map((phrase) => (
          <li key={phrase.text}>
            {phrase.text}
            <span className="text-xs text-quiet">
              {phrase.position ? ` position ${phrase.position}` : ""}
            </span>{" "}
            <Gather text={phrase.text} known={phrase.known} onGather={onGather} />
          </li>
        ))}
      </ul>
    </div>
  );
}

function Gather({
  text,
  known,
  onGather,
}: {
  text: string;
  known: boolean;
  onGather: (text: string) => void;
}) {
  if (known) return null;
  return (
    <button
      type="button"
      aria-label={`Gather ${text}`}
      onClick={() => onGather(text)}
      className="text-xs font-semibold text-persimmon-text underline"
    >
      gather
    </button>
  );
}

function Talk({
  written,
  told,
  projectId,
  onGather,
}: {
  written: Written;
  told: PageTold;
  projectId: number;
  onGather: (text: string) => void;
}) {
  const read = useChange(projectId, () => readTalk(projectId, told.row.id, written.address));
  if (written.talk)
    return (
      <div>
        <h4 className="text-xs text-quiet">Mentions in the last 30 days</h4>
        <p>
          {written.talk.networks
            .map((network) => `${plural(network.mentions, "time")} on ${network.name}`)
            .join(", ")}
        </p>
        <ul>
          {written.talk.threads.map((thread) => (
            <li key={`${thread.network} ${thread.text}`}>
              “{thread.text}” <span className="text-xs text-quiet">{thread.network}</span>{" "}
              <Gather text={thread.text} known={thread.known} onGather={onGather} />
            </li>
          ))}
        </ul>
      </div>
    );
  if (written.talk_asked)
    return <p className="text-quiet">No mentions on the networks that were asked.</p>;
  if (!written.talk_price) return null;
  return (
    <div>
      <Button disabled={read.isPending} onClick={() => read.mutate(undefined)}>
        Find mentions {lookups(written.talk_price)}
      </Button>
      {read.error && <ProblemNote error={read.error} />}
    </div>
  );
}
