/** The one place that decides whether an address is ours: what a link, or whoever made it, says may
 * lead anywhere. */

/** A whole address of this very server, made of one that was asked for; the first page for any other.
 * It is read as the browser reads it, which drops tabs, takes "\" for "/", and knows that two of them
 * begin another host. */
export function internalAddress(
  wanted: string | undefined,
  here: string = location.origin,
): string {
  const home = `${here}/`;
  if (!wanted) return home;
  try {
    const url = new URL(wanted, home);
    // The whole of it: the path alone could begin with two slashes.
    // A blob's address has the origin of whoever made it, and is no page.
    const isPage = url.origin === here && url.href.startsWith(home);
    return isPage && !url.username && !url.password ? url.href : home;
  } catch {
    return home;
  }
}
