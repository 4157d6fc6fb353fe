/** A 0-100 bar of difficulty with a tick at the outlet's own strength. */
export function Ladder({
  difficulty,
  own,
}: {
  difficulty: number;
  own: number | null | undefined;
}) {
  const label =
    `Difficulty ${Math.round(difficulty)} of 100` +
    (own == null ? "" : `, your strength ${Math.round(own)}`);
  return (
    <span
      role="img"
      aria-label={label}
      title={label}
      className="relative block h-[7px] w-[78px] bg-trough"
    >
      <span className="absolute inset-y-0 left-0 bg-bar" style={{ width: `${difficulty}%` }} />
      {own != null && (
        <span
          className="absolute -inset-y-[5px] w-[2px] bg-persimmon"
          style={{ left: `${own}%` }}
        />
      )}
    </span>
  );
}
