import { Link } from "@tanstack/react-router";
import { DropdownMenu } from "radix-ui";
import { Button, buttonLook } from "../parts/Button";
import { DropMenu } from "../parts/DropMenu";
import { clock, day, plural } from "../parts/format";
import { MENU_ITEM } from "../parts/menu";
import { usePlace } from "../shared/channels";
import type { Desk } from "./queries";
import type { useDraft } from "./useDraft";

const FILES = [
  { ending: "md", name: "As Markdown" },
  { ending: "html", name: "As HTML" },
  { ending: "txt", name: "As plain text" },
  { ending: "json", name: "As JSON" },
  { ending: "csv", name: "As CSV" },
] as const;

/** What is on the desk, how far it is kept; versions, and what can be taken away. */
export function DeskHead({
  projectId,
  desk,
  draft,
  onVersions,
  onCopyAll,
  onSettings,
  onRead,
}: {
  projectId: number;
  desk: Desk;
  draft: ReturnType<typeof useDraft>;
  onVersions: () => void;
  onCopyAll: () => void;
  onSettings: () => void;
  onRead: () => void;
}) {
  const { channel } = usePlace();
  const params = { projectId: String(projectId), channel };
  const { piece } = desk;
  return (
    <div className="flex shrink-0 flex-wrap items-center gap-3 px-[18px] pt-4 pb-3 min-[1200px]:flex-nowrap">
      <div className="min-w-0 flex-1 max-[1200px]:basis-full">
        <p className="truncate text-xs text-quiet">
          <Link
            to="/p/$projectId/$channel/write"
            params={params}
            className="underline decoration-hairline underline-offset-2 hover:text-ink"
          >
            Write
          </Link>{" "}
          ·{" "}
          <Link
            to="/p/$projectId/$channel/plan"
            params={params}
            search={{ piece: piece.id }}
            className="underline decoration-hairline underline-offset-2 hover:text-ink"
          >
            Show in plan
          </Link>{" "}
          · {piece.kind_name} · {piece.outlet || "no outlet"}
        </p>
        <h1 className="truncate text-xl" title={piece.title}>
          {piece.title}
        </h1>
      </div>
      <p role="status" className="text-xs whitespace-nowrap text-quiet">
        {savedWords(draft)}
      </p>
      <Button onClick={onVersions} disabled={!draft.saved.versions}>
        {draft.saved.versions ? plural(draft.saved.versions, "version") : "No version yet"}
      </Button>
      <Link
        to="/p/$projectId/$channel/follow"
        params={params}
        search={{ order: "moved", publish: piece.id }}
        className={buttonLook("plain")}
      >
        {piece.state === "live" ? "Publish changes" : "Mark as published"}
      </Link>
      <DropMenu name="Export and import">
        <DropdownMenu.Item className={MENU_ITEM} onSelect={onCopyAll}>
          Copy all fields
        </DropdownMenu.Item>
        {FILES.map(({ ending, name }) => (
          <DropdownMenu.Item key={ending} className={MENU_ITEM} asChild>
            <a href={`/api/projects/${projectId}/pieces/${piece.id}/draft.${ending}`} download>
              {name}
            </a>
          </DropdownMenu.Item>
        ))}
        <DropdownMenu.Separator className="my-1 border-t border-hairline" />
        <DropdownMenu.Item className={MENU_ITEM} onSelect={onRead}>
          Import the published text
        </DropdownMenu.Item>
        <DropdownMenu.Item className={MENU_ITEM} onSelect={onSettings}>
          Limits and checks
        </DropdownMenu.Item>
      </DropMenu>
    </div>
  );
}

/** How far what is typed is kept. */
export function savedWords({ state, saved }: Pick<ReturnType<typeof useDraft>, "state" | "saved">) {
  if (state === "gone") return "! This piece was deleted; your text is kept in this browser.";
  if (state === "offline") return "! Not saved yet. Kept in this browser; retrying.";
  if (state === "refused") return "! Not saved: rejected by the server. Kept in this browser.";
  if (state === "saving" || state === "waiting") return "Saving…";
  if (!saved.at) return "Nothing written yet";
  const at = new Date(saved.at);
  const today = at.toDateString() === new Date().toDateString();
  return `Saved ${today ? clock(saved.at) : day(saved.at.slice(0, 10))}`;
}
