import { sql } from 'drizzle-orm';
import type { Dataset } from '#core/dataset/dataset';
import { parseDay } from '#core/period/day';
import type { Queryable } from '../db/client';
import type { Fired, StoredRule } from './storedRule';
import { periodOf } from './watched';

/** Deals that were won, or changed, within so many days are looked at: longer no server is away. */
const RECENT_DAYS = 3;
const MOST_DEALS = 200;

/** Won deals of an amount or more, recorded since the rule was made, each told once a rule. */
export async function findLargeDeals(
  tx: Queryable,
  dataset: Dataset,
  due: readonly { rule: StoredRule; unitIds: readonly number[] }[],
): Promise<Fired[]> {
  const fired: Fired[] = [];
  for (const { rule } of due) {
    if (rule.kind !== 'deal') continue;
    const spans = dataset.tree.memberSpansUnder(rule.unitId);
    const { rows } = await tx.execute<{
      id: number;
      salesperson_id: number;
      credited: number;
      day: string;
    }>(sql`
      select d.id, d.salesperson_id, d.credited, d.closed_on::text as day from deal d
      where d.status = 'won' and d.voided_at is null and d.credited >= ${rule.threshold} and
        d.changed_at > greatest(now() - make_interval(days => ${RECENT_DAYS}),
          ${rule.createdAt}::timestamptz) and d.salesperson_id =
          any(${sql.param([...new Set(spans.map(({ salespersonId }) => salespersonId))])}::int[])
        and not exists (select from alert a where a.rule_id = ${rule.id} and a.deal_id = d.id)
      order by d.id limit ${MOST_DEALS}`);
    for (const row of rows) {
      const day = parseDay(row.day)!;
      const isTheirs = spans.some(
        ({ salespersonId, from, to }) =>
          salespersonId === row.salesperson_id && day >= from && day < to,
      );
      if (!isTheirs) continue;
      fired.push({
        rule,
        unitId: row.salesperson_id,
        periodId: periodOf(dataset, rule).id,
        dealId: row.id,
        reading: row.credited,
        previous: null,
      });
    }
  }
  return fired;
}
