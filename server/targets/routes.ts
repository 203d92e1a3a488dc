import { sql } from 'drizzle-orm';
import * as routes from '#contract/routes/targets';
import { findMeasure, findPeriod } from '../attainment/index';
import type { Endpoints } from '../endpoints';
import { findPlan, findPublished, withPlan } from '../plans/index';
import { ProblemError } from '../problem';
import { acknowledge, listAcknowledgements, listPublishedChanges, remind } from './acknowledge';
import { viewPast } from './past';
import { auditKey, targetKey } from './repository';
import { saveTargets, viewTargets } from './service';
import { loadSheetTargets, viewSheet } from './sheet';
import { loadSliceTargets, viewSliceSheet } from './sliceSheet';

export function addTargetRoutes({ implement, context }: Endpoints): void {
  implement(routes.getTargets, async ({ query, scope, principal }) => {
    const label = scope.dataset.calendar.labelOf(findPeriod(scope.dataset, query.year).from);
    const plan =
      query.plan === undefined
        ? findPublished(context, label)
        : findPlan(context, scope, principal, query.plan);
    return viewTargets(context, withPlan(context, scope, principal, plan), principal, {
      unit: scope.findUnit(query.unit),
      label,
      measure: findMeasure(scope.dataset, query.measure).code,
      plan,
    });
  });

  implement(routes.getPlanGrid, async ({ query, scope, principal }) => {
    const label = scope.dataset.calendar.labelOf(findPeriod(scope.dataset, query.year).from);
    const plan =
      query.plan === undefined
        ? findPublished(context, label)
        : findPlan(context, scope, principal, query.plan);
    const wanted = {
      unit: scope.findUnit(query.unit),
      label,
      measure: findMeasure(scope.dataset, query.measure).code,
      plan,
    };
    return query.by === undefined
      ? viewSheet(context, scope, principal, wanted)
      : viewSliceSheet(context, withPlan(context, scope, principal, plan), principal, {
          ...wanted,
          by: query.by,
        });
  });

  implement(routes.getPlanGridChanges, async ({ query, scope, principal }) => {
    const plan = findPlan(context, scope, principal, query.plan);
    if (query.by !== undefined)
      return (
        await loadSliceTargets(context, plan, {
          measure: findMeasure(scope.dataset, query.measure).code,
          unitId: scope.findUnit(query.unit).id,
          by: query.by,
          since: query.cursor,
        })
      ).targets;
    const unitIds = [...scope.dataset.tree.unitsUnder(scope.findUnit(query.unit).id)];
    return (
      await loadSheetTargets(
        context,
        plan,
        findMeasure(scope.dataset, query.measure).code,
        unitIds,
        query.cursor,
      )
    ).targets;
  });

  implement(routes.getResultHistory, async ({ query, scope }) =>
    viewPast(
      scope,
      scope.findUnit(query.unit),
      query.kind,
      findMeasure(scope.dataset, query.measure).code,
    ),
  );

  implement(routes.saveTargets, async ({ body, scope, principal }) =>
    saveTargets(context, scope, principal, body),
  );

  implement(routes.listAcknowledgements, async ({ query, scope }) => {
    const label = scope.dataset.calendar.labelOf(findPeriod(scope.dataset, query.year).from);
    return listAcknowledgements(context, scope, scope.findUnit(query.unit).id, label);
  });
  implement(routes.acknowledgeTargets, async ({ body, scope, principal }) => {
    const label = scope.dataset.calendar.labelOf(findPeriod(scope.dataset, body.year).from);
    return acknowledge(context, scope, principal, label, body.remark?.trim() || null);
  });
  implement(routes.remindOfTargets, async ({ body, scope, principal }) => {
    const label = scope.dataset.calendar.labelOf(findPeriod(scope.dataset, body.year).from);
    const { id } = scope.findUnit(body.unit);
    return { reminded: await remind(context, scope, principal, id, label) };
  });
  implement(routes.listPublishedChanges, async ({ query, scope }) => {
    const label = scope.dataset.calendar.labelOf(findPeriod(scope.dataset, query.year).from);
    return listPublishedChanges(context, scope, scope.findUnit(query.unit).id, label);
  });

  implement(routes.getTargetHistory, async ({ query, scope, principal }) => {
    const plan =
      query.plan === undefined
        ? { id: 0, isPublished: true }
        : findPlan(context, scope, principal, query.plan);
    const unit = scope.findUnit(query.unit);
    if (!scope.dataset.calendar.parse(query.period))
      throw new ProblemError('unknownPeriod', { period: query.period });
    const slice =
      query.by !== undefined && query.key !== undefined ? { by: query.by, key: query.key } : null;
    const { rows } = await context.db.execute<{
      at: string;
      userName: string;
      from: number | null;
      to: number | null;
      reason: string | null;
      note: string | null;
    }>(sql`
      select a.at::text as at, coalesce(u.name, 'system') as "userName",
        (a.before->>'target')::bigint as "from", (a.after->>'target')::bigint as "to", a.reason,
        a.after->>'note' as note
      from audit a left join app_user u on u.id = a.user_id
      where a.entity = 'target' and a.entity_id =
        ${auditKey(plan, targetKey(unit.id, query.measure, query.period, slice))} order by a.id desc limit
          200`);
    return rows;
  });
}
