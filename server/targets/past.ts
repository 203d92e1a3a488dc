import type { ResultHistory } from '#contract/schemas/planGrid';
import { valueIn } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import type { Unit } from '#core/units/unit';
import { describePeriod } from '#wording/period';
import type { Scope } from '../access/index';

/** As far back as anybody remembers; what lies before the first booking is left out. */
const YEARS_BACK = 6;

/** Results of every finished period of a kind, for a unit and all that stood below it. */
export function viewPast(
  scope: Scope,
  unit: Unit,
  kind: 'month' | 'quarter' | 'year',
  measure: MeasureCode,
): ResultHistory {
  const { dataset } = scope;
  const { calendar } = dataset;
  const label = calendar.labelOf(dataset.asOf);
  const all: Period[] = Array.from(
    { length: YEARS_BACK + 1 },
    (_, i) => label - YEARS_BACK + i,
  ).flatMap((year) =>
    kind === 'month'
      ? calendar.months(year)
      : kind === 'quarter'
        ? calendar.quarters(year)
        : [calendar.year(year)],
  );
  const ended = all.filter((period) => period.to <= dataset.asOf + 1);
  const first = ended.findIndex(
    (period) => (valueIn(dataset, unit.id, measure, period) ?? 0) !== 0,
  );
  const periods = first < 0 ? [] : ended.slice(first);
  return {
    periods: periods.map((period) => ({ id: period.id, name: describePeriod(period, calendar) })),
    rows: [...dataset.tree.unitsUnder(unit.id)].map((id) => [
      id,
      ...periods.map((period) => valueIn(dataset, id, measure, period)),
    ]),
  };
}
