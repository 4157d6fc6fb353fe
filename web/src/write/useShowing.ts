import { type RefObject, useCallback, useState } from "react";
import type { Look } from "./queries";

export type Showing = {
  phrase: number | undefined;
  look: (phrase: number | undefined) => void;
  show: (phrase: number, place: string) => void;
};

/** The phrase that is looked for, and showing where it stands: its place in the field is selected
 * and scrolled to; pressed again, the next one. */
export function useShowing(column: RefObject<HTMLElement | null>, look: Look): Showing {
  const [phrase, setPhrase] = useState<number>();
  const [last, setLast] = useState({ key: "", turn: 0 });
  const show = useCallback(
    (wanted: number, placeId: string) => {
      setPhrase(wanted);
      const place = look.places.find((one) => one.id === placeId);
      const spans = place?.cells.find((cell) => cell.phrase === wanted)?.spans ?? [];
      const key = `${wanted} ${placeId}`;
      const turn = last.key === key ? (last.turn + 1) % Math.max(spans.length, 1) : 0;
      setLast({ key, turn });
      const area = column.current?.querySelector<HTMLTextAreaElement>(`#field-${place?.field}`);
      const [start = 0, end = 0] = spans[turn] ?? [];
      if (!area) return;
      area.focus({ preventScroll: true });
      area.setSelectionRange(start, end);
      scrollTo(area, start);
    },
    [look, last, column],
  );
  return { phrase, look: setPhrase, show };
}

/** Bring the line of a place in a text into sight: the area is as high as its text. */
function scrollTo(area: HTMLTextAreaElement, place: number): void {
  const share = area.value.length ? place / area.value.length : 0;
  const scroller = area.closest<HTMLElement>("[tabindex='0']");
  if (!scroller) return;
  const top = area.getBoundingClientRect().top - scroller.getBoundingClientRect().top;
  const at = scroller.scrollTop + top + share * area.clientHeight;
  scroller.scrollTo({ top: Math.max(0, at - scroller.clientHeight / 3) });
}
