import { planOf } from '#contract/schemas/comparison';
import { buildCalendar } from '#core/period/calendar';
import { describePeriod } from '#wording/period';
import { describePlan } from '#wording/plan';
import { useGetCompanyQuery, useListPlansQuery } from '../app/api';
import { yearOf } from '../app/yearOf';
import { isBenchmark, SELECT } from './compareWords';

/** Any month of this year and the two before. */
export function ChosenPeriod({
  against,
  onChoose,
}: {
  against: string;
  onChoose(id: string | null): void;
}) {
  const { data: company } = useGetCompanyQuery();
  if (!company) return null;
  const calendar = buildCalendar(company.calendar);
  const current = calendar.parse(company.currentPeriod);
  const label = current ? calendar.labelOf(current.from) : 0;
  const periods = [label, label - 1, label - 2].flatMap((year) => [
    calendar.year(year),
    ...calendar.quarters(year),
    ...calendar.months(year),
  ]);
  return (
    <select
      aria-label="Another period"
      className={SELECT}
      value={isBenchmark(against) || planOf(against) !== null ? '' : against}
      onChange={(event) => onChoose(event.target.value || null)}
    >
      <option value="">Another period…</option>
      {periods.map((each) => (
        <option key={each.id} value={each.id}>
          {describePeriod(each, calendar)}
        </option>
      ))}
    </select>
  );
}

/** Drafts and replaced plans of the period's year, for those who plan. */
export function ChosenPlan({
  against,
  period,
  onChoose,
}: {
  against: string;
  period: string;
  onChoose(id: number | null): void;
}) {
  const { data: company } = useGetCompanyQuery();
  const year = company ? yearOf(company.calendar, period) : '';
  const { data: plans = [] } = useListPlansQuery({ year }, { skip: !year });
  const chosen = planOf(against);
  const others = plans.filter(({ status }) => status === 'draft' || status === 'replaced');
  if (others.length === 0 && chosen === null) return null;
  return (
    <select
      aria-label="Another plan"
      className={SELECT}
      value={chosen ?? ''}
      onChange={(event) => onChoose(event.target.value ? Number(event.target.value) : null)}
    >
      <option value="">Another plan…</option>
      {others.map((plan) => (
        <option key={plan.id} value={plan.id}>
          {describePlan(plan)}
        </option>
      ))}
      {chosen !== null && !others.some(({ id }) => id === chosen) && (
        <option value={chosen}>A plan of another year</option>
      )}
    </select>
  );
}
