import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import { useCommand } from "../parts/commands";
import { DropMenu } from "../parts/DropMenu";
import { MENU_ITEM } from "../parts/menu";
import { SheetBack } from "../parts/SheetBack";
import { usePlace } from "../shared/channels";
import { bringFields, takeFields } from "./changes";

const FILES = [
  { path: "drafts.xlsx", name: "Fields of all pieces as a workbook" },
  { path: "drafts.csv", name: "Fields of all pieces as CSV" },
  { path: "drafts.json", name: "Fields of all pieces as JSON" },
] as const;

/** What is written taken away, all pieces at once, and brought back. */
export function WriteAway() {
  const { projectId } = usePlace();
  const [back, setBack] = useState(false);
  useCommand("Bring edited fields back from a spreadsheet", () => setBack(true));
  return (
    <>
      <DropMenu name="Away and back">
        {FILES.map(({ path, name }) => (
          <DropdownMenu.Item key={path} className={MENU_ITEM} asChild>
            <a href={`/api/projects/${projectId}/${path}`} download>
              {name}
            </a>
          </DropdownMenu.Item>
        ))}
        <DropdownMenu.Separator className="my-1 border-t border-hairline" />
        <DropdownMenu.Item className={MENU_ITEM} onSelect={() => setBack(true)}>
          Bring edited fields back
        </DropdownMenu.Item>
      </DropMenu>
      {back && (
        <SheetBack
          projectId={projectId}
          title="Bring edited fields back"
          about={
            "The fields as you took them away, edited in a spreadsheet: pieces are known again by " +
            "their Id. A piece that is not in the file stays, and so does a field without a column."
          }
          taken="What was there is in each piece’s versions."
          bring={(file) => bringFields(projectId, file)}
          takeIt={(upload) => takeFields(projectId, upload)}
          onClose={() => setBack(false)}
        />
      )}
    </>
  );
}
