/** Where rows stand in a list in which some have their family opened under them. */

/** The row at place `at` of the list itself, whose id is `of`, has `members` under it. */
export type Opened<T> = { at: number; of: number; members: readonly T[] };

export const totalWith = <T>(opened: readonly Opened<T>[], total: number): number =>
  total + opened.reduce((sum, one) => sum + one.members.length, 0);

/** What stands at a place of the list as it is seen: a row of the list itself, or a member under it. */
export function placeOf<T>(opened: readonly Opened<T>[], index: number): { at: number; member: T | undefined } {
  let under = 0;
  for (const one of [...opened].sort((a, b) => a.at - b.at)) {
    const seenAt = one.at + under;
    if (index <= seenAt) break;
    const inside = index - seenAt - 1;
    if (inside < one.members.length) return { at: one.at, member: one.members[inside] };
    under += one.members.length;
  }
  return { at: index - under, member: undefined };
}
