import type { Schemas } from "../../api/client";
import { exact, lookups, plural } from "../../parts/format";

/** What a run would bring and cost, in a line. */
export function EstimateLine({
  told,
  error,
  missesLanguage,
}: {
  told: Schemas["EstimateOut"] | undefined;
  error: Error | null;
  missesLanguage: boolean;
}) {
  const rules = told?.seeds.flatMap((seed) => [
    ...seed.must.map((phrase) => `with “${phrase}”`),
    ...seed.without.map((word) => `without “${word}”`),
  ]);
  return (
    <p role="status" className="min-w-0 flex-1 text-ink-2">
      {missesLanguage && "Choose a target language. "}
      {told ? (
        <>
          {(told.seeds.length > 0 || told.about_new > 0) && (
            <>
              <strong className="text-ink">
                {told.about_least < told.about_new
                  ? `${exact(told.about_least)} to ${exact(told.about_new)}`
                  : exact(told.about_new)}
              </strong>{" "}
              new from {plural(told.asks, "request")},{" "}
              <strong className="text-ink">
                {told.price ? `up to ${lookups(told.price)}` : "free"}
              </strong>
              .{" "}
            </>
          )}
          {rules && rules.length > 0 && `Only ${rules.join(", ")}. `}
          {told.repeated > 0 && `${plural(told.repeated, "duplicate")} skipped. `}
          {told.known_seeds > 0 &&
            `${plural(told.known_seeds, "seed is already a keyword", "seeds are already keywords")} here. `}
        </>
      ) : error ? (
        <span className="text-persimmon-text">{error.message}</span>
      ) : (
        <span className="text-quiet">You see an estimate and the price here before you start.</span>
      )}
    </p>
  );
}
