import { buildStanding } from '../attainment/standing';
import type { Dataset } from '../dataset/dataset';
import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import type { Status } from '../status/grade';

/** What one of those below adds to how far a unit is ahead of pace or behind. */
export interface GapPart {
  unitId: number;
  /** actual - expected to date: negative is behind. */
  aheadOfPace: number;
  status: Status;
}

export interface GapParts {
  /** The unit's own; null where nothing is due, or there is no pace. */
  aheadOfPace: number | null;
  /** The furthest behind first. */
  parts: GapPart[];
  /**
   * What the parts leave: a target not allocated to them, people without one, deals without a unit.
   * With it they make the unit's own.
   */
  rest: number;
}

/**
 * How far a unit is ahead of pace or behind, taken apart by salespeople, who are whom a manager
 * speaks to (docs/calculations.md, 7).
 */
export function partsOfGap(
  dataset: Dataset,
  unitId: number,
  period: Period,
  measure: MeasureCode,
): GapParts {
  const { aheadOfPace } = buildStanding(dataset, unitId, period, measure).pace;
  const people = dataset.tree
    .unitsDuring(unitId, period)
    .filter((unit) => unit.kind === 'salesperson' && unit.id !== unitId);
  const parts = people.flatMap(({ id }): GapPart[] => {
    const { pace, status } = buildStanding(dataset, id, period, measure);
    return pace.aheadOfPace === null ? [] : [{ unitId: id, aheadOfPace: pace.aheadOfPace, status }];
  });
  parts.sort((a, b) => a.aheadOfPace - b.aheadOfPace || a.unitId - b.unitId);
  return {
    aheadOfPace,
    parts,
    rest: (aheadOfPace ?? 0) - parts.reduce((sum, part) => sum + part.aheadOfPace, 0),
  };
}
