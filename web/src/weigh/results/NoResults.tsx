import { Button } from "../../parts/Button";
import { Empty } from "../../parts/Empty";
import type { PageTold } from "./words";

/** Why there is no result, and what helps. */
export function NoResults({ told, onRead }: { told: PageTold; onRead: () => void }) {
  if (told.hidden)
    return <Empty title="No listing matches">All listings are hidden by the filter above.</Empty>;
  if (told.read_on) return <Empty title="No results">The source found no results for it.</Empty>;
  return (
    <Empty
      title="Results page not fetched"
      action={
        told.can_be_read ? (
          <Button look="main" onClick={onRead}>
            Fetch the results page
          </Button>
        ) : undefined
      }
    >
      {told.can_be_read
        ? "Fetch the results page to see who ranks and where you would come."
        : "This project has no source for results pages. Enter one yourself, or import a file."}
    </Empty>
  );
}
