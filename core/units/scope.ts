import { intersect } from '../period/day';
import { buildUnitTree, type UnitTree } from './tree';
import type { Membership, Unit } from './unit';

/**
 * The tree as someone bound to one unit may see it: the unit and what stood below it, only for the
 * days it stood there. Whatever is computed from this tree cannot show another unit's figures,
 * whoever asks and however.
 */
export function narrowTree(tree: UnitTree, unitId: number): UnitTree {
  if (tree.root?.id === unitId) return tree;
  const kept = new Map<number, Membership[]>();
  const keep = (membership: Membership) => {
    const list = kept.get(membership.unitId) ?? [];
    list.push(membership);
    kept.set(membership.unitId, list);
  };
  const descend = (parentId: number, depth: number) => {
    if (depth > tree.units.length) return;
    for (const membership of tree.membershipsUnder(parentId)) {
      for (const above of kept.get(parentId) ?? []) {
        const both = intersect(membership, above);
        if (both) keep({ ...membership, ...both });
      }
    }
    for (const childId of new Set(tree.membershipsUnder(parentId).map((each) => each.unitId)))
      descend(childId, depth + 1);
  };
  // The unit's own place above is not theirs to see.
  for (const membership of tree.membershipsOf(unitId)) keep({ ...membership, parentId: null });
  descend(unitId, 0);
  const units: Unit[] = tree.units.filter((unit) => kept.has(unit.id));
  return buildUnitTree(units, [...kept.values()].flat());
}
