import type { ReactNode } from "react";
import { ProblemNote } from "./ProblemNote";
import { SkeletonLines } from "./Skeleton";

/** What is drawn of an answer: its shape in grey until it is there, an error where it failed, and the
 * answer itself, kept while a newer one is on its way. */
export function Awaited<T>({
  of,
  waiting = <SkeletonLines />,
  children,
}: {
  of: { data: T | undefined; error: Error | null };
  waiting?: ReactNode;
  /** Nothing where the answer is drawn elsewhere. */
  children?: (data: T) => ReactNode;
}) {
  return (
    <>
      {of.error && <ProblemNote error={of.error} />}
      {of.data === undefined ? !of.error && waiting : children?.(of.data)}
    </>
  );
}

/** What is of the thing before fades, once that takes a while. */
export function Stale({
  of,
  children,
}: {
  of: { isPlaceholderData: boolean };
  children: ReactNode;
}) {
  return (
    <div
      className={of.isPlaceholderData ? "stale" : ""}
      aria-busy={of.isPlaceholderData || undefined}
    >
      {children}
    </div>
  );
}
