/** Numbers as people type them. */

/** What was typed, as a number: a comma is a decimal comma where nothing else could be meant.
 * Null for what is none. */
export function readNumber(typed: string): number | null {
  const text = typed.trim().replace(/[\s\u00a0']/g, "");
  const plain = /^-?\d*,\d{1,2}$/.test(text)
    ? text.replace(",", ".")
    : text.replace(/,(?=\d{3}(\D|$))/g, "");
  if (!/^-?(\d+\.?\d*|\.\d+)$/.test(plain)) return null;
  return Number(plain);
}
