import { Button } from "./Button";
import { Empty } from "./Empty";

/** A list that is empty because of its filters. */
export function NothingMatches({ what, onClear }: { what: string; onClear: () => void }) {
  return (
    <Empty
      title={`No ${what} matches`}
      action={<Button onClick={onClear}>Clear the filters</Button>}
    >
      All filters apply together. Widen them, or clear them.
    </Empty>
  );
}
