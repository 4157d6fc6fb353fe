import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import { useCommand } from "../parts/commands";
import { DropMenu } from "../parts/DropMenu";
import { MENU_ITEM } from "../parts/menu";
import { SheetBack } from "../parts/SheetBack";
import { usePlace } from "../shared/channels";
import { bringFields, takeFields } from "./changes";

const FILES = [
  { path: "drafts.xlsx", name: "Fields of all pieces as XLSX" },
  { path: "drafts.csv", name: "Fields of all pieces as CSV" },
  { path: "drafts.json", name: "Fields of all pieces as JSON" },
] as const;

/** What is written taken away, all pieces at once, and brought back. */
export function WriteAway() {
  const { projectId } = usePlace();
  const [back, setBack] = useState(false);
  useCommand("Import edited fields", () => setBack(true));
  return (
    <>
      <DropMenu name="Export and import">
        {FILES.map(({ path, name }) => (
          <DropdownMenu.Item key={path} className={MENU_ITEM} asChild>
            <a href={`/api/projects/${projectId}/${path}`} download>
              {name}
            </a>
          </DropdownMenu.Item>
        ))}
        <DropdownMenu.Separator className="my-1 border-t border-hairline" />
        <DropdownMenu.Item className={MENU_ITEM} onSelect={() => setBack(true)}>
          Import edited fields
        </DropdownMenu.Item>
      </DropMenu>
      {back && (
        <SheetBack
          projectId={projectId}
          title="Import edited fields"
          about={
            "Exported fields edited in a spreadsheet. Pieces are matched by Id; pieces not in the file and fields without a column stay as they are."
          }
          taken="The earlier text is in each piece’s versions."
          bring={(file) => bringFields(projectId, file)}
          takeIt={(upload) => takeFields(projectId, upload)}
          onClose={() => setBack(false)}
        />
      )}
    </>
  );
}
