import { Button } from "../../parts/Button";
import { Empty } from "../../parts/Empty";
import type { PageTold } from "./words";

/** Why there is no result, and what helps. */
export function NoResults({
  told,
  onRead,
  onBring,
  onShowAll,
}: {
  told: PageTold;
  onRead: () => void;
  onBring: () => void;
  onShowAll: () => void;
}) {
  const fetching = told.can_be_read ? (
    <Button look="main" onClick={onRead}>
      {told.read_on ? "Fetch the results page again" : "Fetch the results page"}
    </Button>
  ) : (
    <Button look="main" onClick={onBring}>
      Import results pages
    </Button>
  );
  if (told.hidden)
    return (
      <Empty
        title="No listing matches"
        action={<Button onClick={onShowAll}>Show all listings</Button>}
      >
        All listings are hidden by the filter above.
      </Empty>
    );
  if (told.read_on)
    return (
      <Empty title="No results" action={fetching}>
        The source found no results for it.
      </Empty>
    );
  return (
    <Empty title="Results page not fetched" action={fetching}>
      {told.can_be_read
        ? "Fetch the results page to see who ranks and where you would come."
        : "This project has no source for results pages. Enter the results yourself, or import a file."}
    </Empty>
  );
}
