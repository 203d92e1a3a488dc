import type { SeriesView } from '#contract/schemas/series';
import { EN_RANKING } from './messages/en/ranking';
import { messagesOf } from './messages/translate';

const t = messagesOf('ranking', EN_RANKING);

/**
 * "Saltmarsh made 4 of 12 working days of November 2026 so far; 3 were well under target and 2
 * without a sale."
 */
export function describeParts({ unit, period, step, points, measure }: SeriesView): string {
  const done = points.filter(
    (point) => point.phase !== 'notStarted' && point.status.state !== 'noWorkday',
  );
  const values = { unit: unit.name, period: period.name, step };
  if (done.length === 0) return t('partsAhead', { ...values, count: points.length });
  const graded = done.filter((point) => point.status.grade > 0);
  if (graded.length === 0) return t('partsNoTarget', values);
  const good = graded.filter(
    (point) =>
      point.status.grade >= 3 &&
      (measure.direction === 'lower' || point.phase === 'open' || point.status.grade === 4),
  ).length;
  return t('parts', {
    ...values,
    direction: measure.direction,
    good,
    count: graded.length,
    isOpen: points.some((point) => point.phase !== 'ended') ? 'yes' : 'no',
    rest: describeRest(
      graded.filter((point) => point.status.grade === 1).length,
      measure.valueKind === 'money' ? done.filter((point) => point.actual === 0).length : 0,
    ),
  });
}

function describeRest(low: number, empty: number): string {
  if (low === 0) return empty === 0 ? '' : t('partsEmpty', { empty });
  return empty === 0 ? t('partsLow', { low }) : t('partsLowEmpty', { low, empty });
}
