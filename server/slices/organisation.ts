import { buildDataset, type Dataset } from '#core/dataset/dataset';
import { type Day, type DaySpan, intersect } from '#core/period/day';
import { restateTree } from '#core/units/restate';
import type { UnitTree } from '#core/units/tree';
import type { Unit } from '#core/units/unit';

const restated = new WeakMap<UnitTree, { day: Day; tree: UnitTree }>();

function restatedTree({ tree, asOf }: Dataset): UnitTree {
  const known = restated.get(tree);
  if (known?.day === asOf) return known.tree;
  const now = restateTree(tree, asOf);
  restated.set(tree, { day: asOf, tree: now });
  return now;
}

/** The same books with everybody's days counted where they stand today. */
export function asItIsNow(dataset: Dataset): Dataset {
  return buildDataset({
    ...dataset,
    tree: restatedTree(dataset),
    unitSums: undefined,
    whole: undefined,
  });
}

/** Whether a unit or one directly below has other people's days as it is now, in a span. */
export function isReorganised(dataset: Dataset, unit: Unit, span: DaySpan): boolean {
  const { tree } = dataset;
  const now = restatedTree(dataset);
  const units = new Set([
    unit.id,
    ...tree.childrenDuring(unit.id, span).map(({ id }) => id),
    ...now.childrenDuring(unit.id, span).map(({ id }) => id),
  ]);
  return [...units].some((id) => daysOf(tree, id, span) !== daysOf(now, id, span));
}

const daysOf = (tree: UnitTree, unitId: number, span: DaySpan): string =>
  tree
    .memberSpansUnder(unitId)
    .flatMap((each) => {
      const days = intersect(each, span);
      return days ? [`${each.salespersonId} ${days.from} ${days.to}`] : [];
    })
    .join();
