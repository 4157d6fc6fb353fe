import { Help } from "./Help";

/** A heading of a table: its name, and a figure of ours or a sentence on what it is and what to do
 * with it. */
export type Head = { name: string; figure?: string; help?: string };

export function HeadHelp({ head, focusable = true }: { head: Head; focusable?: boolean }) {
  return (
    <Help figure={head.figure ?? ""} title={head.name} text={head.help ?? ""} focusable={focusable}>
      {head.name}
    </Help>
  );
}
