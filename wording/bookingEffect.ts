import type { Dataset } from '#core/dataset/dataset';
import type { Period } from '#core/period/calendar';
import type { PlaceOfOne } from '#core/ranking/standingOfOne';
import { showPercent } from './numbers/percent';
import { describePeriod } from './period';

const ORDINALS = [
  '',
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
];

function ordinal(rank: number): string {
  const ending =
    rank % 100 >= 11 && rank % 100 <= 13
      ? 'th'
      : ({ 1: 'st', 2: 'nd', 3: 'rd' }[rank % 10] ?? 'th');
  return ORDINALS[rank] ?? `${rank}${ending}`;
}

/**
 * What a booking did, in words: "Ilse Varga is at 94 % of target in November 2026, up from 91 %,
 * now third of 12." A rounded percent never crosses 100 (docs/calculations.md, 7).
 */
export function describeEffect(
  dataset: Dataset,
  unitId: number,
  period: Period,
  before: PlaceOfOne | null,
  after: PlaceOfOne,
): string {
  const [now, then] = [showPercent(after.attainment), before && showPercent(before.attainment)];
  const change =
    then === null || then === now
      ? ''
      : `, ${after.attainment > before!.attainment ? 'up' : 'down'} from ${then}`;
  const place =
    after.of < 2
      ? ''
      : `, ${before && before.rank !== after.rank ? 'now' : 'still'} ${ordinal(after.rank)} of ${after.of}`;
  return `${dataset.tree.find(unitId)!.name} is at ${now} of target in ${describePeriod(period, dataset.calendar)}${change}${place}.`;
}
