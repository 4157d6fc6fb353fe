/** What stands where an answer is awaited: the shape of what will be there, in grey. */

const WIDTHS = ["62%", "48%", "71%", "55%", "40%"] as const;
const widthOf = (n: number) => WIDTHS[n % WIDTHS.length];

function Bar({ width, height = 9 }: { width: string | number | undefined; height?: number }) {
  return <span className="skeleton block rounded-sm bg-trough" style={{ width, height }} />;
}

/** A list to come: `lines` of them, each of one bar, or of a bold one and a quiet one below. */
export function SkeletonLines({ lines = 5, two = false }: { lines?: number; two?: boolean }) {
  return (
    <div role="status" aria-busy="true" className="flex flex-col py-1">
      <span className="sr-only">Loading…</span>
      {Array.from({ length: lines }, (_, n) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: they are all alike
        <span key={n} className="flex flex-col gap-[7px] py-[9px]">
          <Bar width={widthOf(n)} height={two ? 11 : 9} />
          {two && <Bar width={widthOf(n + 2)} height={8} />}
        </span>
      ))}
    </div>
  );
}

/** A box to come, as high as what will stand in it: a plot, a preview. */
export function SkeletonBox({ height }: { height: number }) {
  return (
    <div role="status" aria-busy="true" className="py-1">
      <span className="sr-only">Loading…</span>
      <Bar width="100%" height={height} />
    </div>
  );
}

/** A row of a grid to come. It is no row yet: nothing can be opened or counted; the grid itself is
 * said to be busy. */
export function SkeletonRow({ index, style }: { index: number; style: React.CSSProperties }) {
  return (
    <div
      aria-hidden="true"
      className="absolute top-0 left-0 flex w-full items-center gap-10 border-b border-hairline
        px-[18px]"
      style={style}
    >
      <span className="w-[240px]">
        <Bar width={widthOf(index)} />
      </span>
      <Bar width={56} />
      <Bar width={44} />
      <Bar width={72} />
    </div>
  );
}

/** A table to come, as high as there is room. */
export function SkeletonTable() {
  return (
    <div className="min-h-0 flex-1 overflow-hidden border-t border-hairline bg-sheet px-[18px]">
      <SkeletonLines lines={16} />
    </div>
  );
}

/** A sheet of paper to come: a brief, a report. */
export function SkeletonPaper() {
  return (
    <div
      className="mx-auto my-4 w-[820px] max-w-full rounded-md border border-hairline bg-sheet px-10
        py-8 max-[700px]:px-4"
    >
      <SkeletonLines lines={9} two />
    </div>
  );
}

/** A whole page to come: its heading line and a table. */
export function SkeletonPage() {
  return (
    <main className="flex min-w-0 flex-1 flex-col">
      <div className="flex min-h-[46px] items-center px-[18px] pt-4 pb-3">
        <Bar width={190} height={16} />
      </div>
      <SkeletonTable />
    </main>
  );
}
