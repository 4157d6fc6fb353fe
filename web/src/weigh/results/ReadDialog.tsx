import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Channel } from "../../api/client";
import { Field } from "../../parts/Field";
import { FormDialog } from "../../parts/FormDialog";
import { exact, lookups, plural } from "../../parts/format";
import { ProblemNote } from "../../parts/ProblemNote";
import { Select } from "../../parts/Select";
import { useChange } from "../../shared/useChange";
import { pagesPriceQuery, readPages } from "./queries";
import { DEPTHS } from "./search";

const AGES: readonly [number, string][] = [
  [0, "before today"],
  [6, "more than a week ago"],
  [29, "more than a month ago"],
  [89, "more than three months ago"],
  [3_650, "never to this depth"],
];
type Depth = (typeof DEPTHS)[number];
const isDepth = (value: number): value is Depth => (DEPTHS as readonly number[]).includes(value);

/** Reads results pages of keywords: how deep, which of them again, and what it costs. */
export function ReadDialog({
  projectId,
  channel,
  rowIds,
  depth: first = 10,
  open,
  onOpenChange,
}: {
  projectId: number;
  channel: Channel;
  rowIds: number[] | null;
  depth?: number;
  open: boolean;
  onOpenChange: (open: boolean) => void;
}) {
  const one = rowIds?.length === 1;
  const [depth, setDepth] = useState<Depth>(isDepth(first) ? first : 10);
  const [older, setOlder] = useState(one ? 0 : 29);
  const body = { channel, row_ids: rowIds, depth, older_than: older };
  const price = useQuery({ ...pagesPriceQuery(projectId, body), enabled: open });
  const start = useChange(projectId, () => readPages(projectId, body), {
    done: () => onOpenChange(false),
  });
  const told = price.data;
  const short = told !== undefined && told.price > told.lookups_left;
  return (
    <FormDialog
      open={open}
      title={
        rowIds
          ? one
            ? "Fetch the results page"
            : `Fetch results pages of ${plural(rowIds.length, "selected keyword")}`
          : "Fetch results pages of all active keywords"
      }
      take={told?.pages ? `Fetch ${plural(told.pages, "results page")}` : "Fetch"}
      change={start}
      ready={!!told?.pages && !short}
      onClose={() => onOpenChange(false)}
    >
      <div className="grid grid-cols-2 gap-3">
        <Field label="Depth" hint="Ten are enough for the chance; more show more competitors.">
          {(told) => (
            <Select
              {...told}
              value={depth}
              onChange={(value) => isDepth(Number(value)) && setDepth(Number(value) as Depth)}
            >
              {DEPTHS.map((known) => (
                <option key={known} value={known}>
                  top {known}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field label="Last fetched" hint="A results page is never bought twice a day.">
          {(told) => (
            <Select {...told} value={older} onChange={(value) => setOlder(Number(value))}>
              {AGES.map(([days, name]) => (
                <option key={days} value={days}>
                  {name}
                </option>
              ))}
            </Select>
          )}
        </Field>
      </div>
      {price.error && <ProblemNote error={price.error} />}
      {told && (
        <p className={short ? "text-persimmon-text" : "text-ink-2"}>
          {told.pages
            ? `${plural(told.pages, "results page")} to fetch, at most ${lookups(told.price)}; ` +
              `${exact(told.lookups_left)} are left.`
            : "Nothing to fetch: all results pages are up to date."}
          {told.known > 0 && told.pages > 0 && ` ${exact(told.known)} fetched recently enough.`}
          {short && " Select fewer keywords, or raise the allowance in project settings."}
        </p>
      )}
    </FormDialog>
  );
}
