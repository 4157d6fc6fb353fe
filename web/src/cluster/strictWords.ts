/** How strict clustering can be, times the usual. */
export const STRICT: readonly number[] = [0.25, 0.4, 0.6, 0.8, 1, 1.3, 1.7, 2.5, 4];

/** A strictness in words. */
export function strictWords(strictness: number): string {
  if (strictness < 0.5) return "very loose";
  if (strictness < 1) return "loose";
  if (strictness === 1) return "usual";
  return strictness < 2 ? "strict" : "very strict";
}
