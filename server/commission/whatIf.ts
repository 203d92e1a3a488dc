import type { Liability, WhatIf, WhatIfQuery } from '#contract/schemas/commission';
import { computeMonth } from '#core/commission/month';
import { earnedWith, missingTo } from '#core/commission/whatIf';
import type { Principal, Scope } from '../access/index';
import { toUnitSummary } from '../attainment/index';
import type { Context } from '../context';
import { refuseViewers } from './payee';
import { loadPlans } from './plans';
import { findStatement, payeesOf } from './statements';
import type { Summaries } from './summaries';

/** What a month would earn. @throws ProblemError unknownPeriod, notFound, forbidden */
export async function viewWhatIf(
  context: Context,
  scope: Scope,
  principal: Principal,
  { payee, period, attainment, amount }: WhatIfQuery,
): Promise<WhatIf> {
  const { found } = await findStatement(context, scope, principal, { payee, period });
  const { facts } = found;
  const { earned } = computeMonth(facts);
  const missing = attainment === undefined ? null : missingTo(facts, attainment);
  return {
    earned,
    missing,
    atAttainment: missing === null ? null : earnedWith(facts, missing),
    nextDeal: amount === undefined ? null : earnedWith(facts, amount) - earned,
  };
}

/** Months that may be unpaid are looked at this far back. */
const MOST_MONTHS = 24;

/** What is earned and not yet paid, by month and the units below. @throws ProblemError unknownUnit */
export async function viewLiability(
  context: Context,
  summaries: Summaries,
  scope: Scope,
  principal: Principal,
  { unit: code }: { unit: string },
): Promise<Liability> {
  refuseViewers(principal);
  const { dataset } = scope;
  const unit = scope.findUnit(code);
  const plans = await loadPlans(context.db);
  const first = Math.min(...plans.map(({ versions }) => versions[0]!.from), dataset.asOf);
  const period = { from: first, to: dataset.asOf + 1 };
  const payees = payeesOf(scope, principal, plans, { unitId: unit.id, period });
  const children = dataset.tree.childrenDuring(unit.id, period);
  const ofUnit = new Map<number, Map<string, number>>();
  const months = new Map<string, number>();
  for (const { months: all } of await summaries.of(plans, payees))
    for (const { month, unitId, total, stored } of all.slice(-MOST_MONTHS)) {
      if (stored?.state === 'paid' || total === 0) continue;
      const line = [
        unitId,
        ...dataset.tree.ancestorsOn(unitId, Math.min(month.to - 1, dataset.asOf)),
      ];
      const row = line.find((id) => children.some((child) => child.id === id)) ?? unit.id;
      let amounts = ofUnit.get(row);
      if (!amounts) ofUnit.set(row, (amounts = new Map()));
      amounts.set(month.id, (amounts.get(month.id) ?? 0) + total);
      months.set(month.id, month.from);
    }
  const ids = [...months].sort((a, b) => a[1] - b[1]).map(([id]) => id);
  const rows = [unit, ...children]
    .filter(({ id }) => ofUnit.has(id))
    .map((each) => {
      const amounts = ids.map((id) => ofUnit.get(each.id)!.get(id) ?? 0);
      return {
        unit: toUnitSummary(each),
        amounts,
        total: amounts.reduce((sum, amount) => sum + amount, 0),
      };
    });
  const amounts = ids.map((_, at) => rows.reduce((sum, row) => sum + row.amounts[at]!, 0));
  return {
    currency: dataset.currency,
    months: ids,
    rows,
    amounts,
    total: amounts.reduce((sum, amount) => sum + amount, 0),
  };
}
