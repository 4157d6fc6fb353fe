/** Visible searches over the last looks as steps: flat between two, for nobody looked there. */
export function Trail({ values, label }: { values: readonly number[]; label: string }) {
  const width = 96;
  const height = 22;
  if (values.length < 2)
    return <span className="text-quiet">{values.length ? "one look" : ""}</span>;
  const top = Math.max(...values, 1e-9);
  const step = width / values.length;
  const y = (value: number) => height - 2 - ((height - 4) * value) / top;
  const path = values
    .map((value, i) => `${i ? "L" : "M"}${i * step},${y(value)}H${(i + 1) * step}`)
    .join("");
  return (
    <svg role="img" aria-label={label} width={width} height={height} className="block">
      <title>{label}</title>
      <path d={path} fill="none" stroke="var(--color-indigo)" strokeWidth={1.5} />
    </svg>
  );
}
