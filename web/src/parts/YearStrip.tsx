import { MONTHS, shades } from "./format";

/** Twelve cells, January to December, shaded by each month's share of the year. */
export function YearStrip({
  shares,
  peak = 0,
  tall = false,
}: {
  shares: readonly number[];
  peak?: number;
  tall?: boolean;
}) {
  const height = tall ? "h-7" : "h-4";
  if (shares.length !== 12)
    return (
      <span
        role="img"
        aria-label="The year is not known"
        className={`hatched block w-[94px] rounded-sm ${height}`}
      />
    );
  const total = shares.reduce((sum, share) => sum + share, 0);
  const label = shares
    .map((share, month) => `${MONTHS[month]} ${Math.round((100 * share) / total)}%`)
    .join(", ");
  return (
    <span
      role="img"
      aria-label={`Share of the year: ${label}`}
      title={label}
      className={`flex gap-px ${tall ? "w-full" : "w-[94px]"} ${height}`}
    >
      {shades(shares).map((shade, month) => (
        <span key={MONTHS[month]} className="relative flex-1 bg-indigo" style={{ opacity: shade }}>
          {peak === month + 1 && (
            <span className="absolute inset-x-0 -bottom-[3px] h-[2px] bg-persimmon" />
          )}
        </span>
      ))}
    </span>
  );
}
