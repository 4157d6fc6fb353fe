/** Where rows stand in a list in which some have their family opened under them. */

/** The row at place `at` of the list itself has `members` under it. */
export type Opened<T> = { at: number; members: readonly T[] };

export const totalWith = <T>(opened: readonly Opened<T>[], total: number): number =>
  total + opened.reduce((sum, family) => sum + family.members.length, 0);

/** What stands at a place of the list as it is seen: a row of the list itself, or a member under
 * it. */
export function placeOf<T>(
  opened: readonly Opened<T>[],
  index: number,
): { at: number; member: T | undefined } {
  let under = 0;
  for (const family of [...opened].sort((a, b) => a.at - b.at)) {
    const seenAt = family.at + under;
    if (index <= seenAt) break;
    const inside = index - seenAt - 1;
    if (inside < family.members.length) return { at: family.at, member: family.members[inside] };
    under += family.members.length;
  }
  return { at: index - under, member: undefined };
}
