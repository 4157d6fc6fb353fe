import { Help } from "./Help";

/** A heading of a table: its name, and a figure of ours or a sentence on what it is and what to do
 * with it. */
export type Head = { name: string; figure?: string; help?: string; right?: boolean };

export function HeadHelp({ head, focusable = true }: { head: Head; focusable?: boolean }) {
  return (
    <Help figure={head.figure ?? ""} title={head.name} text={head.help ?? ""} focusable={focusable}>
      {head.name}
    </Help>
  );
}

/** The heading row of a table; `cell` is the look of each heading. */
export function HeadRow({ heads, cell }: { heads: readonly Head[]; cell: string }) {
  return (
    <tr className="border-b border-hairline text-xs text-quiet">
      {heads.map((head) => (
        <th
          key={head.name}
          scope="col"
          className={`${cell} font-normal ${head.right ? "text-right" : "text-left"}`}
        >
          <HeadHelp head={head} focusable={!!(head.figure || head.help)} />
        </th>
      ))}
    </tr>
  );
}
