import type { Dataset } from '#core/dataset/dataset';
import type { Measure } from '#core/measure/measure';
import type { Pair, ScorecardPeriods, ScoreRow } from '#core/scorecard/scorecard';
import { EN_RANKING } from './messages/en/ranking';
import { messagesOf } from './messages/translate';
import { measureInSentence } from './nameInSentence';
import { describePeriod } from './period';

const t = messagesOf('ranking', EN_RANKING);

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
  if (graded.length === 0) return t('cardNone', { name, period });
  const weak = graded
    .filter((row) => row.month.standing.status.grade < 3)
    .map((row) => measureInSentence(dataset.measures.get(row.measure)));
  const ungraded = rows.length - graded.length;
  const rest = ungraded === 0 ? '' : t('cardRest', { count: ungraded });
  const values = { name, period, rest, count: graded.length };
  if (weak.length === 0) return t(graded.length === 1 ? 'cardOne' : 'cardAll', values);
  return t('cardSome', {
    ...values,
    good: graded.length - weak.length,
    weak: listNames(weak),
    weakCount: weak.length,
  });
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
  const [one, other] = [measureInSentence(first), measureInSentence(second)];
  const unknown = namesOf('unknown');
  if (pairs.length === unknown.length) return t('pairsNone', { one, other });
  const say = (
    id: 'pairsOnlyOne' | 'pairsBoth' | 'pairsNeither',
    names: readonly string[],
    measures: { one: string; other: string } = { one, other },
  ) =>
    names.length === 0
      ? []
      : [
          t(id, {
            ...measures,
            count: names.length,
            names:
              names.length > MOST_NAMED
                ? t('pairsUnits', { count: names.length })
                : listNames(names),
          }),
        ];
  const parts = [
    ...say('pairsOnlyOne', namesOf('onlyFirst')),
    ...say('pairsOnlyOne', namesOf('onlySecond'), { one: other, other: one }),
    ...say('pairsBoth', namesOf('both')),
    ...say('pairsNeither', namesOf('neither')),
    ...(unknown.length === 0 ? [] : [t('pairsUnknown', { count: unknown.length })]),
  ];
  return `${parts.join('; ')}.`;
}

const MOST_NAMED = 3;

function listNames(names: readonly string[]): string {
  return names.length < 2
    ? names.join('')
    : t('listEnd', { all: names.slice(0, -1).join(', '), last: names.at(-1) });
}
