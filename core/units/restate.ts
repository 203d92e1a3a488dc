import { type Day, END_OF_TIME, FIRST_DAY } from '../period/day';
import { buildUnitTree, type UnitTree } from './tree';
import type { Membership } from './unit';

/**
 * The tree "as it is now": everybody's days, also the earlier ones, are counted where they stand on
 * a day, or stood last before it. Nobody gains or loses a day under the top of the tree, so that
 * its own figures stay, and nothing becomes visible that was not (docs/calculations.md, 10).
 */
export function restateTree(tree: UnitTree, day: Day): UnitTree {
  const top = tree.units.find(({ id }) =>
    tree.membershipsOf(id).some(({ parentId }) => parentId === null),
  );
  if (!top || top.kind === 'salesperson') return tree;
  const parentOf = new Map(
    tree.units.map(({ id }) => [id, standingOn(tree.membershipsOf(id), day)?.parentId ?? null]),
  );
  const people: Membership[] = tree.memberSpansUnder(top.id).map(({ salespersonId, from, to }) => ({
    unitId: salespersonId,
    parentId: parentOf.get(salespersonId)!,
    from,
    to,
  }));
  const peopled = new Set<number>();
  for (const { parentId } of people)
    for (let id = parentId; id !== null && !peopled.has(id); id = parentOf.get(id) ?? null)
      peopled.add(id);
  const others = tree.units.flatMap(({ id, kind }) =>
    kind === 'salesperson'
      ? []
      : id === top.id || !peopled.has(id)
        ? tree.membershipsOf(id)
        : [{ unitId: id, parentId: parentOf.get(id)!, from: FIRST_DAY, to: END_OF_TIME }],
  );
  return buildUnitTree(tree.units, [...others, ...people]);
}

/** The membership that holds on a day; else the last that began before it, else the first. */
function standingOn(memberships: readonly Membership[], day: Day): Membership | undefined {
  const begun = memberships.filter(({ from }) => from <= day);
  return begun.length > 0
    ? begun.reduce((last, each) => (each.from > last.from ? each : last))
    : [...memberships].sort((a, b) => a.from - b.from)[0];
}
