import type { Dataset } from '#core/dataset/dataset';
import type { Measure } from '#core/measure/measure';
import type { Pair, ScorecardPeriods, ScoreRow } from '#core/scorecard/scorecard';
import { nameInSentence } from './nameInSentence';
import { describePeriod } from './period';

/**
 * "3 of 5 measures of Saltmarsh are on pace or better in November 2026; gross margin and win rate
 * are not."
 */
export function describeScorecard(
  dataset: Dataset,
  unitId: number,
  { month }: ScorecardPeriods,
  rows: readonly ScoreRow[],
): string {
  const name = dataset.tree.find(unitId)?.name ?? '';
  const period = describePeriod(month, dataset.calendar);
  const graded = rows.filter((row) => row.month.standing.status.grade > 0);
  if (graded.length === 0)
    return `No chosen measure of ${name} has a complete target in ${period}, so none has a grade.`;
  const weak = graded
    .filter((row) => row.month.standing.status.grade < 3)
    .map((row) => nameInSentence(dataset.measures.get(row.measure)));
  const ungraded = rows.length - graded.length;
  const rest =
    ungraded === 0 ? '' : ` ${ungraded} ${ungraded === 1 ? 'has' : 'have'} no complete target.`;
  if (weak.length === 0)
    return graded.length === 1
      ? `The one measure of ${name} with a target is as it should be in ${period}.${rest}`
      : `All ${graded.length} measures of ${name} with a target are as they should be in ${period}.${rest}`;
  return `${graded.length - weak.length} of ${graded.length} measures of ${name} with a target are as they should be in ${period}; ${listNames(weak)} ${weak.length === 1 ? 'is' : 'are'} not.${rest}`;
}

/** "Northgate is strong in revenue and weak in gross margin; Key accounts the other way round." */
export function describePairs(
  dataset: Dataset,
  pairs: readonly Pair[],
  [first, second]: readonly [Measure, Measure],
): string {
  const namesOf = (reading: Pair['reading']) =>
    pairs
      .filter((pair) => pair.reading === reading)
      .map((pair) => dataset.tree.find(pair.unitId)?.name ?? '');
  const [one, other] = [nameInSentence(first), nameInSentence(second)];
  const [both, onlyFirst, onlySecond, neither, unknown] = [
    namesOf('both'),
    namesOf('onlyFirst'),
    namesOf('onlySecond'),
    namesOf('neither'),
    namesOf('unknown'),
  ];
  if (pairs.length === unknown.length)
    return `No unit has a complete target in both ${one} and ${other}, so they cannot be set beside each other.`;
  const say = (names: readonly string[], rest: string) =>
    names.length === 0
      ? []
      : [
          `${names.length > MOST_NAMED ? `${names.length} units` : listNames(names)} ${names.length === 1 ? 'is' : 'are'} ${rest}`,
        ];
  const parts = [
    ...say(onlyFirst, `on pace in ${one} but not in ${other}`),
    ...say(onlySecond, `on pace in ${other} but not in ${one}`),
    ...say(both, 'on pace or better in both'),
    ...say(neither, 'on pace in neither'),
    ...(unknown.length === 0
      ? []
      : [
          `${unknown.length} ${unknown.length === 1 ? 'has' : 'have'} no complete target in one of them`,
        ]),
  ];
  return `${parts.join('; ')}.`;
}

const MOST_NAMED = 3;

function listNames(names: readonly string[]): string {
  return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}
