import type { SeriesView } from '#contract/schemas/series';

const NOUNS = {
  day: ['day', 'days'],
  week: ['week', 'weeks'],
  month: ['month', 'months'],
  quarter: ['quarter', 'quarters'],
} as const;

/**
 * "Saltmarsh made 4 of 12 working days of November 2026 so far; 3 were well under target and 2
 * without a sale."
 */
export function describeParts({ unit, period, step, points, measure }: SeriesView): string {
  const [one, many] = NOUNS[step];
  const done = points.filter(
    (point) => point.phase !== 'notStarted' && point.status.state !== 'noWorkday',
  );
  const noun = (count: number) => `${step === 'day' ? 'working ' : ''}${count === 1 ? one : many}`;
  if (done.length === 0)
    return `${period.name} has not started: ${points.length} ${noun(points.length)} lie ahead for ${unit.name}.`;
  const graded = done.filter((point) => point.status.grade > 0);
  const isOpen = points.some((point) => point.phase !== 'ended');
  const sofar = isOpen ? ' so far' : '';
  if (graded.length === 0)
    return `${unit.name} has no complete target for the ${many} of ${period.name}, so none of them has a grade.`;
  const good = graded.filter(
    (point) =>
      point.status.grade >= 3 &&
      (measure.direction === 'lower' || point.phase === 'open' || point.status.grade === 4),
  ).length;
  const low = graded.filter((point) => point.status.grade === 1).length;
  const empty = done.filter((point) => point.actual === 0).length;
  const verb = measure.direction === 'lower' ? 'kept to its limit in' : 'made';
  const rest = [
    ...(low > 0 ? [`${low} ${low === 1 ? 'is' : 'are'} well under target`] : []),
    ...(empty > 0 && measure.valueKind === 'money' ? [`${empty} without a sale`] : []),
  ];
  return `${unit.name} ${verb} ${good} of ${graded.length} ${noun(graded.length)} of ${period.name}${sofar}${rest.length === 0 ? '' : `; ${rest.join(', ')}`}.`;
}
