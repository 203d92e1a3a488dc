import type { SliceAttainment } from '#contract/schemas/sliceAttainment';
import { figureUnit } from './figureUnit';
import { EN_RANKING } from './messages/en/ranking';
import { messagesOf } from './messages/translate';
import { formatShort } from './numbers/format';
import { partInSentence, pluralOfPart } from './takenApart';

const t = messagesOf('ranking', EN_RANKING);

/** How many slices of a unit are behind their targets, and which is furthest. */
export function describeSliceAttainment(view: SliceAttainment): string {
  const dimension = partInSentence(view.by);
  const withTarget = view.rows.filter(({ target }) => target !== null);
  const whose = t('whose', { unit: view.unit.name, period: view.period.name });
  if (withTarget.length === 0)
    return t(view.rows.length === 0 ? 'slicesNothing' : 'slicesNoTarget', { whose, dimension });
  const measured = withTarget.filter(({ aheadOfPace }) => aheadOfPace !== null);
  const all = t('slicesWithTarget', {
    count: withTarget.length,
    noun: withTarget.length === 1 ? dimension : pluralOfPart(view.by),
  });
  if (measured.length === 0) return t('slicesUnjudged', { whose, all });
  const behind = measured.filter(({ aheadOfPace }) => aheadOfPace! < 0);
  if (behind.length === 0) return t('slicesNone', { whose, all });
  const furthest = behind.reduce((worst, each) =>
    each.aheadOfPace! < worst.aheadOfPace! ? each : worst,
  );
  return t(
    behind.length === measured.length && behind.length > 1 ? 'slicesAllBehind' : 'slicesBehind',
    {
      whose,
      all,
      count: behind.length,
      furthest: furthest.name,
      by: formatShort(Math.round(-furthest.aheadOfPace!), figureUnit(view)),
    },
  );
}
