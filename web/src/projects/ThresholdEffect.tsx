import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { at } from "../api/at";
import { api, data, type Schemas } from "../api/client";
import { exact, plural } from "../parts/format";
import { useSettled } from "../parts/useSettled";

type Effect = Schemas["ThresholdsOut"];
const NAMES = { go: "Go", try: "Try", hard: "Hard", skip: "Skip" } as const;
const named = (verdict: string) => NAMES[verdict as keyof typeof NAMES] ?? "no verdict";

/** What other thresholds would do, before they are saved: how many of each verdict, and some that
 * change. */
export function ThresholdEffect({
  projectId,
  wanted,
}: {
  projectId: number;
  wanted: Schemas["ThresholdsIn"];
}) {
  const settled = useSettled(JSON.stringify(wanted), 250);
  const effect = useQuery({
    queryKey: ["thresholds", projectId, settled],
    queryFn: async () =>
      data(
        await api.POST("/api/projects/{project_id}/thresholds/preview", {
          params: at(projectId),
          body: JSON.parse(settled) as Schemas["ThresholdsIn"],
        }),
      ),
    placeholderData: keepPreviousData,
  }).data;
  if (!effect?.changed) return null;
  return (
    <div role="status" className="rounded-md border border-hairline bg-paper px-3 py-2 text-ink-2">
      <p>{effectWords(effect)}</p>
      <ul className="pt-1 text-xs">
        {effect.examples.map((example) => (
          <li key={example.text}>
            {example.text}: {named(example.before)} → <strong>{named(example.after)}</strong>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** "Of 1,904, 212 Go → 340, 300 Try → 250": only what changes. */
export function effectWords(effect: Effect): string {
  const moved = (Object.keys(NAMES) as (keyof typeof NAMES)[])
    .filter((verdict) => effect.now[verdict] !== effect.after[verdict])
    .map(
      (verdict) =>
        `${exact(effect.now[verdict] ?? 0)} ${NAMES[verdict]} → ${exact(effect.after[verdict] ?? 0)}`,
    );
  return `After saving: ${plural(effect.keywords, "keyword")}, ${moved.join(", ")}.`;
}
