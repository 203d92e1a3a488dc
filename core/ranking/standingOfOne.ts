import { buildBrief } from '../attainment/standing';
import type { Dataset } from '../dataset/dataset';
import type { Period } from '../period/calendar';

/** Where a salesperson stands among all whom the dataset shows, by attainment of revenue. */
export interface PlaceOfOne {
  attainment: number;
  rank: number;
  /** How many are ranked. */
  of: number;
}

/**
 * Null without a target: then there is neither attainment nor rank. Ties share a rank
 * (docs/calculations.md, 9).
 */
export function placeOf(dataset: Dataset, unitId: number, period: Period): PlaceOfOne | null {
  const attainments = dataset.tree.units
    .filter((unit) => unit.kind === 'salesperson' && dataset.tree.isActiveDuring(unit.id, period))
    .map((unit) => ({
      id: unit.id,
      attainment: buildBrief(dataset, unit.id, period, 'revenue').attainment,
    }));
  const attainment = attainments.find((each) => each.id === unitId)?.attainment ?? null;
  if (attainment === null) return null;
  const ranked = attainments.filter((each) => each.attainment !== null);
  return {
    attainment,
    rank: 1 + ranked.filter((each) => each.attainment! > attainment).length,
    of: ranked.length,
  };
}
