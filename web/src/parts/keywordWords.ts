/** Which words of a keyword are the subject's own and can be quiet, so that those that differ
 * stand out. */
export type Part = { text: string; quiet: boolean };

/** Split a keyword into words; a word is quiet when it is one of the seeds' words and others
 * remain to tell it apart. */
export function splitKeyword(text: string, seedWords: ReadonlySet<string>): Part[] {
  const words = text.split(" ");
  const known = words.map(
    (word) => seedWords.has(word) || (word.endsWith("s") && seedWords.has(word.slice(0, -1))),
  );
  const allKnown = known.every(Boolean);
  return words.map((word, i) => ({ text: word, quiet: !allKnown && known[i] === true }));
}

/** The words of all seeds, to be shown quiet; words of two letters stay strong, they carry
 * little anyway. */
export function seedWordsOf(seeds: readonly string[]): ReadonlySet<string> {
  return new Set(
    seeds.flatMap((seed) => seed.toLowerCase().split(/\s+/)).filter((word) => word.length > 2),
  );
}
