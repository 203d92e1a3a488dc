import { sql } from 'drizzle-orm';
import * as routes from '#contract/routes/targets';
import type { Endpoints } from '../endpoints';
import { Refused } from '../problem';
import { findPeriod } from '../standings/index';
import { targetKey } from './repository';
import { saveTargets, viewTargets } from './service';

export function addTargetRoutes({ implement, context }: Endpoints): void {
  implement(routes.getTargets, async ({ query, scope, principal }) => {
    const label = scope.books.calendar.labelOf(findPeriod(scope.books, query.year).from);
    return viewTargets(context, scope, principal, scope.findUnit(query.unit), label, query.measure ?? 'revenue');
  });

  implement(routes.saveTargets, async ({ body, scope, principal }) => saveTargets(context, scope, principal, body));

  implement(routes.getTargetHistory, async ({ query, scope }) => {
    const unit = scope.findUnit(query.unit);
    if (!scope.books.calendar.parse(query.period)) throw new Refused('unknownPeriod', { period: query.period });
    const { rows } = await context.db.execute<{ at: string; who: string; from: number | null; to: number | null; reason: string | null }>(sql`
      select a.at::text as at, coalesce(u.name, 'system') as who, (a.before->>'target')::bigint as "from", (a.after->>'target')::bigint as "to", a.reason
      from audit a left join app_user u on u.id = a.user_id
      where a.entity = 'target' and a.entity_id = ${targetKey(unit.id, query.measure, query.period)} order by a.id desc limit 200`);
    return rows;
  });
}
