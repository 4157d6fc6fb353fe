import { Problem } from "../api/client";

/** An error where it happened: what happened and what to do. */
export function ProblemNote({ error }: { error: Error }) {
  const hint = error instanceof Problem ? error.hint : "";
  return (
    <p role="alert" className="border-l-2 border-persimmon bg-persimmon-wash px-3 py-2 text-ink">
      {error.message} {hint}
    </p>
  );
}
