import type { UnitTree } from './tree';

/** Units and whoever they ever stood under: whose figures a change of theirs may change. */
export function withUnitsAbove(tree: UnitTree, unitIds: Iterable<number>): Set<number> {
  const found = new Set<number>();
  const climb = (id: number) => {
    if (found.has(id)) return;
    found.add(id);
    for (const { parentId } of tree.membershipsOf(id)) if (parentId !== null) climb(parentId);
  };
  for (const id of unitIds) climb(id);
  return found;
}
