/** Cells of a CSV that is made in the page. */
/** A cell that no spreadsheet runs as a formula. */
export function safeCell(text: string): string {
  const tamed = /^[=+\-@\t\r＝＋－＠]/.test(text) ? `'${text}` : text;
  return /[",\n\r]/.test(tamed) ? `"${tamed.replaceAll('"', '""')}"` : tamed;
}
