/** The intents of a cluster's keywords in words, the most frequent first. */
export function IntentMix({ intents, local }: { intents: Record<string, number>; local: number }) {
  const ranked = Object.entries(intents).sort((a, b) => b[1] - a[1]);
  const all = ranked.reduce((sum, [, n]) => sum + n, 0);
  const [first, second] = ranked;
  if (!first) return null;
  const told = ranked.map(([name, n]) => `${n} ${name}`).join(", ");
  return (
    <span
      className="truncate text-xs text-ink-2"
      title={`${told}${local ? `, ${local} local` : ""}`}
    >
      {first[0].charAt(0).toUpperCase() + first[0].slice(1)}
      {second && first[1] < all * 0.75 && <span className="text-quiet">, some {second[0]}</span>}
      {local > all / 2 && <span className="text-quiet"> · local</span>}
    </span>
  );
}
