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
          onClick={() =>
            onTake(standing, `by ${plural(told.places, "place")} it has on results pages`)
          }
        >
          Take {count(standing)}
        </Button>
      )}
    </p>
  );
}

/** What places say, in words. */
export function placesWords(told: Implied): string {
  const places = plural(told.places, "place");
  if (told.strength === null || told.low === null || told.high === null)
    return (
      `Its places can tell its strength once there are ${told.needed}: ${places} of it ` +
      `${told.places === 1 ? "is" : "are"} known.`
    );
  const range = `${Math.round(told.low)} to ${Math.round(told.high)}`;
  const fits = told.told >= told.low && told.told <= told.high;
  return (
    `By ${places} that it has on results pages its own strength is ${Math.round(told.strength)} ` +
    `(${range}); what stands above comes to ${Math.round(told.told)}, ` +
    `${fits ? "which fits." : told.told > told.high ? "which is more." : "which is less."}`
  );
}
