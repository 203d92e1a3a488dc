import { addMinor } from '../money/amount';

/** What deals have in common come to. Minor units. */
export interface Group {
  count: number;
  credited: number;
}

/** All groups that are not named: how many there are, of how many deals, and what they come to. */
export interface Others extends Group {
  groups: number;
}

/**
 * The first groups of a figure taken apart, and all others as one line: together they are always
 * the whole (GUARDS 16).
 * @param groups largest first
 * @param already others that were left out before
 * @returns `others` null when nothing is left out
 */
export function topN<Named extends Group>(
  groups: readonly Named[],
  most: number,
  already: Others | null = null,
): { named: Named[]; others: Others | null } {
  const rest = groups.slice(most);
  const others = rest.reduce<Others>(
    (sum, { count, credited }) => ({
      groups: sum.groups + 1,
      count: sum.count + count,
      credited: addMinor(sum.credited, credited),
    }),
    already ?? { groups: 0, count: 0, credited: 0 },
  );
  return { named: groups.slice(0, most), others: others.groups === 0 ? null : others };
}
