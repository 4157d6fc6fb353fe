import { DropdownMenu } from "radix-ui";
import { DropMenu } from "../parts/DropMenu";
import { MENU_ITEM } from "../parts/menu";
import { useSay } from "../parts/toasts";
import { setCapitals } from "./changes";

const RULES = [
  { id: "sentence", name: "Like a sentence" },
  { id: "title", name: "Title Case" },
] as const;

/** The capitals of a title, set by a rule; names and sizes stay as they are written. */
export function CapitalsMenu({
  projectId,
  pieceId,
  title,
  onTake,
}: {
  projectId: number;
  pieceId: number;
  title: string;
  onTake: (title: string) => void;
}) {
  const say = useSay();
  const set = async (rule: (typeof RULES)[number]["id"]) => {
    const out = await setCapitals(projectId, pieceId, { text: title, rule });
    if (out.text === title) return say("It already has these capitals.");
    onTake(out.text);
  };
  return (
    <DropMenu name="Capitals" small>
      {RULES.map(({ id, name }) => (
        <DropdownMenu.Item key={id} className={MENU_ITEM} onSelect={() => set(id)}>
          {name}
        </DropdownMenu.Item>
      ))}
    </DropMenu>
  );
}
