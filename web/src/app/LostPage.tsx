import { Link } from "@tanstack/react-router";

/** For an address that leads nowhere. */
export function LostPage() {
  return (
    <main className="flex h-full flex-col items-center justify-center gap-3">
      <h1 className="text-xl">Page not found</h1>
      <Link to="/" className="font-semibold text-persimmon-text underline">
        Go to your projects
      </Link>
    </main>
  );
}
