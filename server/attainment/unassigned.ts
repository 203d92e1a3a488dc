import type { StandingView } from '#contract/schemas/attainment';
import { type Dataset, unassignedIn, valueOfPerson } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import type { DaySpan } from '#core/period/day';
import type { Unit } from '#core/units/unit';
import type { Queryable } from '../db/client';
import { concernedUnits, countUnassigned, listUnassigned } from '../ledger/unassigned';

type Unassigned = StandingView['unassigned'];

/**
 * Won deals that are in no unit's figures, said to the company and to every unit they concern: that
 * in which their salesperson stood last before, or else first after.
 */
export async function viewUnassigned(
  db: Queryable,
  dataset: Dataset,
  unit: Unit,
  period: DaySpan,
  measure: MeasureCode,
): Promise<Unassigned> {
  const company = dataset.whole ?? dataset;
  const span = { from: period.from, to: Math.min(period.to, dataset.asOf + 1) };
  const amount = unassignedIn(company, measure, period);
  if (amount === 0 && unassignedIn(company, 'deals_won', period) === 0) return null;
  if (unit.id === company.tree.root?.id) return { amount, deals: await countUnassigned(db, span) };
  const parts = (await listUnassigned(db, span)).filter(({ salespersonId, day }) =>
    concernedUnits(company.tree, salespersonId, day).includes(unit.id),
  );
  if (parts.length === 0) return null;
  const days = new Map(parts.map((part) => [`${part.salespersonId} ${part.day}`, part]));
  return {
    deals: new Set(parts.map((part) => part.dealId)).size,
    amount: [...days.values()].reduce(
      (sum, { salespersonId, day }) =>
        sum + valueOfPerson(company, salespersonId, measure, { from: day, to: day + 1 }),
      0,
    ),
  };
}
