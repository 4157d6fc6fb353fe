import type { Row } from "../../api/client";
import { Block } from "../../parts/Block";
import { count, exact, likely } from "../../parts/format";
import { Help } from "../../parts/Help";
import { useFamily } from "../queries";

const LINE = "grid grid-cols-[1fr_64px_44px_64px] items-baseline gap-x-2 py-[2px]";

/** A keyword's variants, their figures side by side; and the same words in another order, which
 * may be something else. */
export function FamilyBlock({ projectId, row }: { projectId: number; row: Row }) {
  const family = useFamily(projectId, row.id).data;
  if (!family || (family.members.length < 2 && !family.same_words.length)) return null;
  return (
    <Block title={<Help figure="family">Variants</Help>} aside={exact(family.members.length)}>
      <div className={`${LINE} text-2xs text-quiet`}>
        <span />
        <span className="text-right">searches</span>
        <span className="text-right">chance</span>
        <span className="text-right">difficulty</span>
      </div>
      {family.members.map((member) => (
        <Member key={member.id} row={member} own={member.id === row.id} />
      ))}
      {family.same_words.length > 0 && (
        <>
          <p className="pt-2 pb-1 text-xs text-quiet">
            Same words in another order; treated as one if their results pages match
          </p>
          {family.same_words.map((member) => (
            <Member key={member.id} row={member} own={false} />
          ))}
        </>
      )}
    </Block>
  );
}

function Member({ row, own }: { row: Row; own: boolean }) {
  const unknown = <span className="text-quiet italic">{row.waiting ? "waits" : "none"}</span>;
  return (
    <div className={LINE}>
      <span className={`truncate ${own ? "font-semibold" : ""}`}>{row.text}</span>
      <span className="text-right">{row.volume === null ? unknown : count(row.volume)}</span>
      <span className="text-right">{row.chance === null ? "" : likely(row.chance)}</span>
      <span className="text-right">{row.difficulty === null ? "" : exact(row.difficulty)}</span>
    </div>
  );
}
