import { DropdownMenu } from "radix-ui";
import { DropMenu } from "../parts/DropMenu";
import { MENU_ITEM } from "../parts/menu";
import { usePlace } from "../shared/channels";

const FILES = [
  { path: "drafts.xlsx", name: "Fields of all pieces as a workbook" },
  { path: "drafts.csv", name: "Fields of all pieces as CSV" },
  { path: "drafts.json", name: "Fields of all pieces as JSON" },
] as const;

/** What is written taken away, all pieces at once. */
export function WriteAway() {
  const { projectId } = usePlace();
  return (
    <DropMenu name="Take away">
      {FILES.map(({ path, name }) => (
        <DropdownMenu.Item key={path} className={MENU_ITEM} asChild>
          <a href={`/api/projects/${projectId}/${path}`} download>
            {name}
          </a>
        </DropdownMenu.Item>
      ))}
    </DropMenu>
  );
}
