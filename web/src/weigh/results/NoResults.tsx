import { Button } from "../../parts/Button";
import { Empty } from "../../parts/Empty";
import type { PageTold } from "./words";

/** Why no result stands here, and what helps. */
export function NoResults({ told, onRead }: { told: PageTold; onRead: () => void }) {
  if (told.hidden)
    return (
      <Empty title="No listing is left">Every one of those that were read is left out above.</Empty>
    );
  if (told.read_on)
    return <Empty title="Nobody stands here">The source found no results for it.</Empty>;
  return (
    <Empty
      title="Its page was not read"
      action={
        told.can_be_read ? (
          <Button look="main" onClick={onRead}>
            Read the page
          </Button>
        ) : undefined
      }
    >
      {told.can_be_read
        ? "Who stands there, how strong they are and where you would land come from its results page."
        : "No source is asked in this project. Note it by hand, or bring pages in a file."}
    </Empty>
  );
}
