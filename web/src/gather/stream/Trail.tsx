/** How one got to a seed step by step, each step a way back. */
export function Trail({
  trail,
  onBack,
  onLeave,
}: {
  trail: readonly string[];
  onBack: (place: number) => void;
  onLeave: () => void;
}) {
  return (
    <nav aria-label="Trail" className="flex min-w-0 items-center gap-1 overflow-hidden text-xs">
      <span className="pr-1 text-quiet">Seeds so far</span>
      {trail.map((step, place) => (
        <span key={step} className="flex min-w-0 items-center gap-1">
          {place > 0 && (
            <span aria-hidden="true" className="text-quiet">
              ›
            </span>
          )}
          <button
            type="button"
            aria-current={place === trail.length - 1 ? "step" : undefined}
            onClick={() => onBack(place)}
            className={`truncate hover:text-ink
              ${place === trail.length - 1 ? "font-semibold text-ink" : "text-ink-2 underline"}`}
          >
            {step}
          </button>
        </span>
      ))}
      <button
        type="button"
        aria-label="Clear the trail"
        onClick={onLeave}
        className="px-2 text-quiet hover:text-ink"
      >
        ×
      </button>
    </nav>
  );
}
