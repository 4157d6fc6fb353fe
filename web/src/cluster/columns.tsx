/** The columns of the clusters' sheet. */
import type { Cluster } from "../api/client";
import { count, exact, likely, money, volumeBar } from "../parts/format";
import type { SheetColumn } from "../parts/Sheet";
import { IntentMix } from "./IntentMix";

type ClusterSort = "worth" | "volume" | "keywords" | "chance";
const Unknown = () => <span className="hatched h-[10px] w-9" title="Not measured yet" />;

export function clusterColumns(
  currency: string,
  planned: ReadonlySet<number>,
): SheetColumn<Cluster, ClusterSort>[] {
  return [
    {
      id: "name",
      heading: "Cluster",
      width: "minmax(240px, 1fr)",
      figure: "cluster",
      cell: (row) => (
        <>
          <span className="truncate font-semibold">{row.name}</span>
          {row.named && row.lead !== row.name && (
            <span className="ml-2 truncate text-quiet">{row.lead}</span>
          )}
          {row.locked && (
            <span className="ml-2 shrink-0 text-2xs font-semibold text-quiet">locked</span>
          )}
          {row.priority && (
            <span className="ml-2 shrink-0 text-2xs font-semibold text-quiet">
              {row.priority} priority
            </span>
          )}
          {planned.has(row.id) && (
            <span className="ml-2 shrink-0 text-2xs font-semibold text-pine">planned</span>
          )}
        </>
      ),
    },
    {
      id: "theme",
      heading: "Theme",
      width: "minmax(90px, 140px)",
      help: "The subject that its clusters share; yours where you put it into one.",
      cell: (row) => <span className="truncate text-ink-2">{row.theme}</span>,
    },
    {
      id: "keywords",
      heading: "Keywords",
      help: "How many keywords one piece would cover. More wordings add up.",
      width: "80px",
      sort: "keywords",
      right: true,
      cell: (row) => exact(row.keywords),
    },
    {
      id: "volume",
      heading: "Searches a month",
      width: "132px",
      figure: "volume",
      sort: "volume",
      cell: (row) =>
        row.volume === null ? (
          <Unknown />
        ) : (
          <span className="flex items-center gap-2">
            <span className="w-[62px] text-right">{count(row.volume)}</span>
            <span className="relative h-[5px] w-[42px] bg-trough">
              <span
                className="absolute inset-y-0 left-0 bg-indigo"
                style={{ width: `${volumeBar(row.volume)}%` }}
              />
            </span>
          </span>
        ),
    },
    {
      id: "intents",
      heading: "What searchers want",
      width: "176px",
      figure: "intent",
      cell: (row) => <IntentMix intents={row.intents} local={row.local} />,
    },
    {
      id: "difficulty",
      heading: "Difficulty",
      width: "76px",
      figure: "difficulty",
      right: true,
      cell: (row) => (row.difficulty === null ? <Unknown /> : Math.round(row.difficulty)),
    },
    {
      id: "chance",
      heading: "Chance",
      width: "70px",
      figure: "chance",
      sort: "chance",
      right: true,
      cell: (row) => (row.chance === null ? <Unknown /> : likely(row.chance)),
    },
    {
      id: "worth",
      heading: "Worth",
      width: "76px",
      figure: "worth",
      sort: "worth",
      right: true,
      cell: (row) => (row.worth === null ? <Unknown /> : money(row.worth, currency)),
    },
  ];
}
