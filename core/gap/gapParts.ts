import { buildStanding } from '../attainment/standing';
import type { Dataset } from '../dataset/dataset';
import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import type { Status } from '../status/grade';

/** Where one of those below stands, and what they add to how far a unit is ahead or behind. */
export interface GapPart {
  unitId: number;
  /** actual - expected to date: negative is behind; null where nothing is due, or there is no pace. */
  aheadOfPace: number | null;
  attainment: number | null;
  status: Status;
}

export interface GapParts {
  /** The unit's own; null where nothing is due, or there is no pace. */
  aheadOfPace: number | null;
  /** Every salesperson below; those with a pace first, the furthest behind before all. */
  parts: GapPart[];
  /**
   * What the parts leave: a target not allocated to them, people without one, deals without a unit.
   * With it they make the unit's own.
   */
  rest: number;
}

/**
 * How far a unit is ahead of pace or behind, taken apart by salespeople, who are whom a manager
 * speaks to (docs/calculations.md, 14).
 */
export function partsOfGap(
  dataset: Dataset,
  unitId: number,
  period: Period,
  measure: MeasureCode,
): GapParts {
  const { aheadOfPace } = buildStanding(dataset, unitId, period, measure).pace;
  const parts = dataset.tree
    .unitsDuring(unitId, period)
    .filter((unit) => unit.kind === 'salesperson' && unit.id !== unitId)
    .map(({ id }): GapPart => {
      const { pace, status, attainment } = buildStanding(dataset, id, period, measure);
      return { unitId: id, aheadOfPace: pace.aheadOfPace, attainment, status };
    });
  parts.sort(
    (a, b) => (a.aheadOfPace ?? Infinity) - (b.aheadOfPace ?? Infinity) || a.unitId - b.unitId,
  );
  return {
    aheadOfPace,
    parts,
    rest: (aheadOfPace ?? 0) - parts.reduce((sum, part) => sum + (part.aheadOfPace ?? 0), 0),
  };
}

/** The best first by attainment, then by name; those without one last. */
export function byAttainment(
  { tree, measures }: Dataset,
  parts: readonly GapPart[],
  measure: MeasureCode,
): GapPart[] {
  const sign = measures.get(measure).direction === 'higher' ? -1 : 1;
  const nameOf = ({ unitId }: GapPart) => tree.find(unitId)!.name;
  return [...parts].sort((a, b) => {
    if (a.attainment === null || b.attainment === null)
      return Number(a.attainment === null) - Number(b.attainment === null);
    return sign * (a.attainment - b.attainment) || nameOf(a).localeCompare(nameOf(b));
  });
}
