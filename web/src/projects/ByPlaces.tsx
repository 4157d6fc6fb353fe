import type { Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { count, plural } from "../parts/format";
import { useImplied } from "./queries";

type Implied = Schemas["ImpliedOut"];

/** What an outlet's places say of its strength, to be taken into the form with its reason. */
export function ByPlaces({
  projectId,
  outlet,
  onTake,
}: {
  projectId: number;
  outlet: Schemas["OutletOut"];
  onTake: (standing: number, reason: string) => void;
}) {
  const told = useImplied(projectId, outlet.id, true).data;
  if (!told?.places) return null;
  const standing = told.standing;
  return (
    <p className="text-xs text-quiet">
      {placesWords(told)}{" "}
      {standing !== null && standing !== outlet.standing && (
        <Button
          onClick={() => onTake(standing, `estimated from ${plural(told.places, "ranking")}`)}
        >
          Use {count(standing)}
        </Button>
      )}
    </p>
  );
}

/** What places say, in words. */
export function placesWords(told: Implied): string {
  const places = plural(told.places, "ranking");
  if (told.strength === null || told.low === null || told.high === null)
    return `Strength can be estimated from rankings once ${told.needed} are known; so far there are ${told.places}.`;
  const range = `${Math.round(told.low)} to ${Math.round(told.high)}`;
  const fits = told.told >= told.low && told.told <= told.high;
  return (
    `Estimated from ${places}: strength ${Math.round(told.strength)} (${range}). ` +
    `The figure above gives ${Math.round(told.told)}: ` +
    `${fits ? "consistent." : told.told > told.high ? "higher." : "lower."}`
  );
}
