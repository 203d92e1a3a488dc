import type { SliceAttainment } from '#contract/schemas/sliceAttainment';
import { figureUnit } from './figureUnit';
import { formatShort } from './numbers/format';
import { manyOfDimension, nameOfDimension } from './slices';

/** How many slices of a unit are behind their targets, and which is furthest. */
export function describeSliceAttainment(view: SliceAttainment): string {
  const many = manyOfDimension(view.by).toLowerCase();
  const withTarget = view.rows.filter(({ target }) => target !== null);
  const whose = `${view.unit.name} in ${view.period.name}`;
  if (withTarget.length === 0)
    return view.rows.length === 0
      ? `Nothing is booked for ${whose}, and no ${nameOfDimension(view.by)} has a target.`
      : `No ${nameOfDimension(view.by)} of ${whose} has a target yet.`;
  const measured = withTarget.filter(({ aheadOfPace }) => aheadOfPace !== null);
  const noun = withTarget.length === 1 ? nameOfDimension(view.by) : many;
  const all = `${withTarget.length} ${noun} with a target`;
  if (measured.length === 0) return `${whose}: ${all}, none of which can be judged yet.`;
  const behind = measured.filter(({ aheadOfPace }) => aheadOfPace! < 0);
  if (behind.length === 0) return `${whose}: of ${all}, none is behind.`;
  const furthest = behind.reduce((worst, each) =>
    each.aheadOfPace! < worst.aheadOfPace! ? each : worst,
  );
  const by = formatShort(Math.round(-furthest.aheadOfPace!), figureUnit(view));
  const count =
    behind.length === measured.length && behind.length > 1
      ? 'all are'
      : `${behind.length} ${behind.length === 1 ? 'is' : 'are'}`;
  return `${whose}: of ${all}, ${count} behind what was due by now; ${furthest.name} furthest, by ${by}.`;
}
