import { useMutation } from "@tanstack/react-query";
import type { Channel, Schemas } from "../api/client";
import { downloadCsv } from "../parts/download";
import { plural } from "../parts/format";
import { useSay } from "../parts/toasts";
import type { Chosen } from "../parts/useGrid";
import { pickedText } from "./changes";
import type { SheetSearch } from "./filters";

export type TakenAs = Schemas["PickedIn"]["form"];

/** Take the ticked keywords away: as a file, or by the clipboard. */
export function useTaking(
  projectId: number,
  channel: Channel,
  search: SheetSearch,
  chosen: Chosen,
): (form: TakenAs) => void {
  const say = useSay();
  const taking = useMutation({
    mutationFn: async (form: TakenAs) => {
      const ids = [...chosen.ids];
      const text = await pickedText(projectId, {
        channel,
        row_ids: ids,
        form,
        sort: search.sort as Schemas["PickedIn"]["sort"],
        descending: search.descending,
      });
      if (form === "csv") downloadCsv(text, `keywords-${channel}.csv`);
      else await navigator.clipboard.writeText(text);
      return ids.length;
    },
    onSuccess: (count, form) =>
      say(`${plural(count, "keyword")} ${form === "csv" ? "exported" : "copied"}.`),
    onError: (error) => say(error.message || "The clipboard could not be written.", { bad: true }),
  });
  return taking.mutate;
}
