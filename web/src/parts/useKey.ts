import { useHotkeys } from "react-hotkeys-hook";

const COVERED = '[role="dialog"], [role="menu"], [role="listbox"]';
const PRESSABLE =
  "button, a, select, summary, [role=checkbox], [role=radio], [role=switch], [role=separator]";

/** A key that works on the whole page: never while typing (but with `typing`), never under a
 * dialog or menu; Space and Enter stay with the button that has the focus. A `sign` is meant
 * however a keyboard's layout makes it. */
export function useKey(
  keys: string,
  act: () => void,
  options: { typing?: boolean; enabled?: boolean; sign?: boolean } = {},
): void {
  const { typing = false, enabled = true, sign = false } = options;
  useHotkeys(keys, act, {
    enabled,
    preventDefault: true,
    enableOnFormTags: typing,
    useKey: sign,
    ignoreModifiers: sign,
    ignoreEventWhen: (event) => {
      // A dialog that took the key may be gone by now; the key was still its own.
      if (event.defaultPrevented) return true;
      if (typing) return false;
      if (document.querySelector(COVERED)) return true;
      const target = event.target instanceof Element ? event.target : null;
      return (event.key === " " || event.key === "Enter") && target?.closest(PRESSABLE) != null;
    },
  });
}
