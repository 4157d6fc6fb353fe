const NAMES = ["demand", "chance", "worth"] as const;

/** The verdict's glyph: three small columns, demand, chance and worth, 0-100; hatched (-1) when
 * a figure is missing. */
export function Hands({ heights }: { heights: readonly number[] }) {
  const told = NAMES.map(
    (name, i) => `${name} ${(heights[i] ?? -1) < 0 ? "unknown" : `${heights[i]} of 100`}`,
  ).join(", ");
  return (
    <span role="img" aria-label={told} title={told} className="flex h-4 items-end gap-[2px]">
      {NAMES.map((name, i) => {
        const height = heights[i] ?? -1;
        return (
          <span key={name} className="relative h-4 w-[6px] bg-trough">
            {height < 0 ? (
              <span className="hatched absolute inset-0 border border-bar" />
            ) : (
              <span
                className="absolute inset-x-0 bottom-0 bg-pine"
                style={{ height: `${height}%` }}
              />
            )}
          </span>
        );
      })}
    </span>
  );
}
