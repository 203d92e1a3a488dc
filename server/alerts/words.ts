import { figureUnitOf } from '#core/dataset/dataset';
import { describeAlert } from '#wording/alert';
import { describePeriod } from '#wording/period';
import type { Context } from '../context';
import type { Fired } from './storedRule';

/** What fired, in words; of a measure that is gone only what is left to say. */
export function tellInWords(
  { replica }: Context,
  {
    rule,
    unitId,
    periodId,
    reading,
    previous,
  }: Pick<Fired, 'unitId' | 'periodId' | 'reading' | 'previous'> & {
    rule: Pick<Fired['rule'], 'kind' | 'measure' | 'threshold' | 'sliceName'>;
  },
): string {
  const dataset = replica.wholeDataset;
  const { calendar, tree, measures, rules, currency } = dataset;
  const period = calendar.parse(periodId)!;
  const money = { kind: 'money' as const, currency };
  const isKnown = measures.find(rule.measure) !== undefined;
  return describeAlert({
    kind: rule.kind,
    unitName: [rule.sliceName, tree.find(unitId)?.name ?? ''].filter(Boolean).join(' at '),
    periodName: describePeriod(period, calendar),
    reading,
    previous,
    threshold: rule.threshold,
    figure: isKnown ? figureUnitOf(dataset, rule.measure) : money,
    money,
    labelOf: (grade) =>
      isKnown ? rules.of(rule.measure, period).labels.open[grade - 1]! : String(grade),
  });
}
