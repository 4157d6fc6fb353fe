import { useState } from "react";
import type { Schemas } from "../api/client";
import { Checkbox } from "../parts/Checkbox";
import { TextField } from "../parts/Field";
import { FormDialog } from "../parts/FormDialog";
import { count, money, plural } from "../parts/format";
import { useSay } from "../parts/toasts";
import { channelName, usePlace } from "../shared/channels";
import { useChange } from "../shared/useChange";
import { bringExisting } from "./changes";
import { addressesOf, type OwnPage, pathOf, worthwhile } from "./ownPages";
import { useReported } from "./queries";

/** Pages, videos or listings that exist already come into the plan: those of one's own report with
 * what to do with each, others by their addresses. */
export function ExistingDialog({
  projectId,
  currency,
  onClose,
}: {
  projectId: number;
  currency: string;
  onClose: () => void;
}) {
  const { channel } = usePlace();
  const reported = useReported(projectId, channel);
  const pages = reported.data ?? [];
  const [changed, setChanged] = useState<ReadonlySet<string>>();
  const chosen = changed ?? worthwhile(pages);
  const [text, setText] = useState("");
  const [told, setTold] = useState<Schemas["BroughtOut"] | undefined>();
  const say = useSay();
  const wanted = addressesOf(pages, chosen, text);
  const bring = useChange(
    projectId,
    () => bringExisting(projectId, { channel, text: wanted.join("\n") }),
    {
      done: (out) => {
        const linked = out.linked
          ? `, ${plural(out.linked, "planned piece improves", "planned pieces improve")} what is there`
          : "";
        say(`${plural(out.made, "page")} added to the plan${linked}.`, { undo: true });
        if (!out.unknown.length) onClose();
        setTold(out);
        setChanged(undefined);
        setText(out.unknown.join("\n"));
      },
    },
  );
  const toDo = pages.filter((page) => page.advice !== "leave");
  const left = pages.length - toDo.length;
  const choose = (address: string, on: boolean) => {
    const next = new Set(chosen);
    if (on) next.add(address);
    else next.delete(address);
    setChanged(next);
  };
  return (
    <FormDialog
      title={`Your own pages on ${channelName(channel).toLowerCase()} search`}
      take={wanted.length ? `Add ${plural(wanted.length, "page")} to the plan` : "Add pages"}
      leave="Close"
      wide
      change={bring}
      ready={wanted.length > 0}
      onClose={onClose}
    >
      {toDo.length > 0 ? (
        <PageTable pages={toDo} chosen={chosen} currency={currency} onChoose={choose} />
      ) : (
        <p className="text-ink-2">
          {reported.isPending
            ? "Reading your report…"
            : pages.length
              ? "None of your pages has much to gain by being worked on."
              : "No report of yours names pages. Import one with queries and pages, or enter URLs below. If you plan a cluster that a page of yours ranks for, that page is improved too."}
        </p>
      )}
      {left > 0 && (
        <p className="text-quiet">
          {plural(left, "page is", "pages are")} best left alone: at the top, or with too little to
          gain.
        </p>
      )}
      <TextField
        label="Other pages: URLs, one per line; a title may follow each"
        rows={3}
        value={text}
        onText={setText}
      />
      {told && told.unknown.length > 0 && (
        <p className="text-persimmon-text">
          {plural(told.unknown.length, "URL is", "URLs are")} left: no keyword here says what{" "}
          {told.unknown.length === 1 ? "it is" : "they are"} about. Gather it, or add a title after
          the URL.
        </p>
      )}
    </FormDialog>
  );
}

const HEAD = "px-2 py-1 text-left font-normal text-quiet";

function PageTable({
  pages,
  chosen,
  currency,
  onChoose,
}: {
  pages: readonly OwnPage[];
  chosen: ReadonlySet<string>;
  currency: string;
  onChoose: (address: string, on: boolean) => void;
}) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is reached by keys
    <section aria-label="Pages to work on" tabIndex={0} className="max-h-[48vh] overflow-auto">
      <table className="w-full border-y border-hairline">
        <thead>
          <tr>
            <th className={HEAD}>Page</th>
            <th className={`${HEAD} text-right`}>Hours</th>
            <th className={`${HEAD} text-right`}>Visits a month</th>
            <th className={`${HEAD} text-right`}>Worth a month</th>
          </tr>
        </thead>
        <tbody>
          {pages.map((page) => (
            <tr key={page.address} className="border-t border-hairline align-top">
              <td className="min-w-0 px-2 py-[6px]">
                <label className="flex gap-2">
                  <Checkbox
                    checked={chosen.has(page.address)}
                    onChange={(on) => onChoose(page.address, on)}
                  />
                  <span className="min-w-0">
                    <strong className="[overflow-wrap:anywhere]">{pathOf(page.address)}</strong>
                    <span className="block text-ink-2">{page.why}</span>
                    {page.pays === false && (
                      <span className="block text-xs text-persimmon-text">
                        A year of it is worth less than its hours.
                      </span>
                    )}
                  </span>
                </label>
              </td>
              <td className="px-2 py-[6px] text-right">{page.hours}</td>
              <td className="px-2 py-[6px] text-right">+{count(page.visits)}</td>
              <td className="px-2 py-[6px] text-right">
                {page.worth === null ? "unknown" : money(page.worth, currency)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
