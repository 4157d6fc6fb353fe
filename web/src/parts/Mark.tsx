/** The mark: three curtain stripes and the name. */
export function Mark({ dark = false }: { dark?: boolean }) {
  return (
    <span className="flex items-center gap-[9px]">
      <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
        <rect x="0" width="5" height="18" fill={dark ? "var(--color-bar)" : "var(--color-bone)"} />
        <rect x="6.5" width="5" height="18" fill="#2f7d66" />
        <rect x="13" width="5" height="18" fill="var(--color-persimmon)" />
      </svg>
      <span className="font-serif text-lg font-semibold">Bunraku</span>
    </span>
  );
}
