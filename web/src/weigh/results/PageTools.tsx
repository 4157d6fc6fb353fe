import { Button } from "../../parts/Button";
import { Select } from "../../parts/Select";
import { useSay } from "../../parts/toasts";
import { usePlace } from "../../shared/channels";
import { useChange } from "../../shared/useChange";
import { forgetNote } from "./queries";
import { DEPTHS, type ResultsSearch } from "./search";
import type { PageTold } from "./words";

/** From which outlet and how deep one looks, and what brings the page here. */
export function PageTools({
  told,
  search,
  listed,
  onSearch,
  onRead,
  onBring,
  onBack,
}: {
  told: PageTold;
  search: ResultsSearch;
  listed: string;
  onSearch: (changed: Partial<ResultsSearch>) => void;
  onRead: () => void;
  onBring: () => void;
  onBack: () => void;
}) {
  const { projectId } = usePlace();
  const say = useSay();
  const { outlets, row } = told;
  const forget = useChange(projectId, () => forgetNote(projectId, row.id), {
    done: () => say(`Removed the page that you entered for “${row.text}”.`),
    failed: (problem) => say(problem.message, { bad: true }),
  });
  return (
    <div className="flex shrink-0 gap-2 self-center max-[900px]:shrink max-[900px]:flex-wrap">
      {outlets.length > 1 && (
        <Select
          label="Outlet"
          className="h-[30px] max-w-[190px] rounded-md border border-hairline bg-sheet px-2"
          value={told.outlet_id ?? ""}
          onChange={(outlet) => onSearch({ outlet: Number(outlet) })}
        >
          {outlets.map((outlet) => (
            <option key={outlet.id} value={outlet.id}>
              {outlet.name}
            </option>
          ))}
        </Select>
      )}
      {told.depth_read > 10 && (
        <Select
          label="Results shown"
          className="h-[30px] rounded-md border border-hairline bg-sheet px-2"
          value={search.depth}
          onChange={(depth) => onSearch({ depth: Number(depth) })}
        >
          {DEPTHS.filter((depth) => depth === 10 || depth <= told.depth_read).map((depth) => (
            <option key={depth} value={depth}>
              first {depth}
            </option>
          ))}
        </Select>
      )}
      {told.can_be_read && (
        <Button onClick={onRead}>
          {told.read_on ? "Fetch the results page again" : "Fetch the results page"}
        </Button>
      )}
      <Button onClick={onBring}>Enter results by hand</Button>
      {told.noted && (
        <Button disabled={forget.isPending} onClick={() => forget.mutate(undefined)}>
          Remove the entered results
        </Button>
      )}
      <Button look="bare" onClick={onBack}>
        {listed ? `Back to ${listed}` : "Back to the table"}
      </Button>
    </div>
  );
}
