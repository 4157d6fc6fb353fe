/** Keywords on their way from the inspector to a cluster of the sheet. */
import type { DragEvent } from "react";

const KIND = "application/x-bunraku-rows";

/** Take rows along. */
export function dragRows(event: DragEvent, rows: readonly number[]): void {
  event.dataTransfer.setData(KIND, JSON.stringify(rows));
  event.dataTransfer.effectAllowed = "move";
}

/** The rows that came along; none where something else was dropped. */
export function droppedRows(event: DragEvent): number[] {
  try {
    const told: unknown = JSON.parse(event.dataTransfer.getData(KIND));
    return Array.isArray(told) ? told.filter((id) => Number.isInteger(id)) : [];
  } catch {
    return [];
  }
}
