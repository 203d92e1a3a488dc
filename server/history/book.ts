import { sql } from 'drizzle-orm';
import type { DealsAsOf, DealsAsOfQuery } from '#contract/schemas/dealHistory';
import { countedOf } from '#core/ledger/dealChange';
import { parseDay, toIsoDay } from '#core/period/day';
import type { Scope } from '../access/index';
import { findPeriod } from '../attainment/index';
import type { Context } from '../context';
import { DEAL_JOINS, type DealRecord, pastColumns, toDeal } from '../deals/index';
import { type DealRecordJson, toState } from './states';

const SHOWN_DEALS = 500;

/**
 * The deals of a unit and period as they stood at a moment: each in the state before its first
 * change since, or as it is; what came later is left out. Memberships are those known now. @throws
 * ProblemError unknownUnit, unknownPeriod
 */
export async function viewPastBook(
  { db }: Context,
  scope: Scope,
  { unit: code, period: id, at }: DealsAsOfQuery,
): Promise<DealsAsOf> {
  const period = findPeriod(scope.dataset, id);
  const unit = scope.findUnit(code);
  const { rows } = await db.execute<DealRecord & { state: DealRecordJson }>(sql`
    with changed as (
      select distinct on (a.entity_id) a.entity_id::bigint as id, past_deal(a.before) as state from
        audit a
      where a.entity = 'deal' and jsonb_typeof(a.before) = 'object' and a.at > ${at}::timestamptz
        order by a.entity_id, a.id
    ), past as (
      select c.state from changed c join deal n on n.id = c.id where n.created_at <=
        ${at}::timestamptz
      union all
      select deal_record(n) from deal n where n.created_at <= ${at}::timestamptz and n.day >=
        ${toIsoDay(period.from)} and n.day < ${toIsoDay(period.to)} and not exists (select from
          changed c where c.id = n.id)
    )
    select ${pastColumns(sql`p.state`)}, p.state from past p cross join lateral
      jsonb_populate_record(null::deal, p.state) d ${DEAL_JOINS}
    where d.day >= ${toIsoDay(period.from)} and d.day < ${toIsoDay(period.to)} and d.voided_at is
      null`);
  const memberSpans = scope.dataset.tree.memberSpansUnder(unit.id);
  const holds = (salespersonId: number, day: number) =>
    memberSpans.some(
      (segment) =>
        segment.salespersonId === salespersonId && day >= segment.from && day < segment.to,
    );
  const inside = rows
    .flatMap((row) => {
      const state = toState(row.state);
      const day = parseDay(row.day)!;
      const mine = state.credits.filter((credit) => holds(credit.salespersonId, day));
      return mine.length === 0
        ? []
        : [
            {
              deal: toDeal(row),
              state,
              minor: mine.reduce((sum, credit) => sum + credit.minor, 0),
            },
          ];
    })
    .sort(
      (a, b) =>
        Number(b.state.status === 'won') - Number(a.state.status === 'won') ||
        b.minor - a.minor ||
        a.deal.id - b.deal.id,
    );
  const [won, open] = (['won', 'open'] as const).map((status) =>
    inside.filter((each) => each.state.status === status),
  );
  return {
    deals: inside.slice(0, SHOWN_DEALS).map((each) => each.deal),
    count: inside.length,
    omitted: Math.max(0, inside.length - SHOWN_DEALS),
    won: {
      count: won!.length,
      revenue: won!.reduce((sum, each) => sum + countedOf(each.state, holds), 0),
    },
    open: { count: open!.length, credited: open!.reduce((sum, each) => sum + each.minor, 0) },
  };
}
