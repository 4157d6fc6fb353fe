import type { Channel, Schemas } from "../api/client";
import { channelName } from "../app/channels";
import { KeywordText } from "../parts/KeywordText";
import { seedWordsOf } from "../parts/keywordWords";

const WAYS: Record<string, string> = { seed: "typed", box: "box", questions: "questions", related: "page" };

/** The latest keywords with their new words standing out; any of them can be the next seed. */
export function Arrivals({
  arrivals,
  seeds,
  onDig,
}: {
  arrivals: readonly Schemas["ArrivalOut"][];
  seeds: readonly string[];
  onDig: (text: string, channel: Channel) => void;
}) {
  const quiet = seedWordsOf(seeds);
  return (
    <section aria-labelledby="arrived" className="flex min-h-0 min-w-0 flex-col border-l border-hairline py-3">
      <h2 id="arrived" className="px-4 pb-2 text-base">
        Latest arrivals
      </h2>
      <ul className="min-h-0 flex-1 overflow-auto">
        {arrivals.map((one) => (
          <li key={`${one.channel}|${one.text}`} className="group flex h-[26px] items-center gap-2 px-4 hover:bg-paper">
            <span className="flex min-w-0 flex-1">
              <KeywordText text={one.text} seedWords={quiet} />
            </span>
            <span className="shrink-0 text-xs text-quiet group-focus-within:hidden group-hover:hidden">
              {channelName(one.channel)}, {WAYS[one.method] ?? one.method}
            </span>
            <button
              type="button"
              onClick={() => onDig(one.text, one.channel as Channel)}
              className="w-0 shrink-0 overflow-hidden text-xs font-semibold whitespace-nowrap text-persimmon-text opacity-0 group-hover:w-auto group-hover:opacity-100 focus:w-auto focus:opacity-100"
            >
              Make it a seed
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
