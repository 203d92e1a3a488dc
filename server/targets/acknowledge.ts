import { sql } from 'drizzle-orm';
import type { Static } from 'typebox';
import type { Acknowledgement, PublishedChanges } from '#contract/schemas/acknowledgement';
import { describePeriod } from '#wording/period';
import type { Principal, Scope } from '../access/index';
import { toUnitSummary } from '../attainment/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import { announce } from '../db/notify';
import { acknowledgement, acknowledgementReminder } from '../db/tables/index';
import { findPublished } from '../plans/index';
import { ProblemError } from '../problem';

/** Everyone below a unit who has published targets in the year, with their newest word on them. */
export async function listAcknowledgements(
  context: Context,
  scope: Scope,
  unitId: number,
  yearLabel: number,
): Promise<Acknowledgement[]> {
  const { tree, calendar } = scope.dataset;
  const year = calendar.year(yearLabel);
  const people = [...tree.unitsUnder(unitId)]
    .map((id) => tree.find(id)!)
    .filter((unit) => unit.kind === 'salesperson' && tree.isActiveDuring(unit.id, year));
  const plan = findPublished(context, yearLabel);
  const { rows } = await context.db.execute<{
    unit_id: number;
    targets: number;
    changed_at: string | null;
    at: string | null;
    remark: string | null;
    changed: boolean | null;
    reminded_at: string | null;
    reminded_by: string | null;
  }>(sql`
    select u.id as unit_id, coalesce(t.targets, 0) as targets, t.changed_at::text as changed_at,
      a.at::text as at, a.remark, t.changed_at > a.at as changed, r.at::text as reminded_at,
      b.name as reminded_by
    from unnest(${sql.param(people.map((unit) => unit.id))}::int[]) u(id)
    left join (select unit_id, count(target) as targets, max(changed_at) as changed_at from target
      where plan_id = ${plan?.id ?? null} group by unit_id) t on t.unit_id = u.id
    left join lateral (select at, remark from acknowledgement where unit_id = u.id and year_label =
      ${yearLabel} order by id desc limit 1) a on true
    left join acknowledgement_reminder r on r.unit_id = u.id and r.year_label = ${yearLabel}
    left join app_user b on b.id = r.user_id`);
  const found = new Map(rows.map((row) => [row.unit_id, row]));
  return people.flatMap((unit): Acknowledgement[] => {
    const row = found.get(unit.id)!;
    if (row.targets === 0) return [];
    const state = row.at === null ? 'waiting' : row.changed ? 'changed' : 'seen';
    return [
      {
        unit: toUnitSummary(unit),
        state,
        at: row.at,
        remark: row.remark,
        targets: row.targets,
        changedAt: row.changed_at,
        remindedAt: state === 'seen' ? null : row.reminded_at,
        remindedBy: state === 'seen' ? null : row.reminded_by,
      },
    ];
  });
}

/**
 * Records that a salesperson has seen their own targets. @throws ProblemError forbidden for anybody
 * else, and for someone without targets
 */
export async function acknowledge(
  context: Context,
  scope: Scope,
  principal: Principal,
  yearLabel: number,
  remark: string | null,
): Promise<Acknowledgement> {
  const unit = scope.dataset.tree.find(principal.unitId)!;
  const [before] =
    unit.kind === 'salesperson' && principal.role === 'salesperson'
      ? await listAcknowledgements(context, scope, unit.id, yearLabel)
      : [];
  if (!before) throw new ProblemError('forbidden', { role: principal.role });
  await context.db.transaction(async (tx) => {
    await tx
      .insert(acknowledgement)
      .values({ unitId: unit.id, yearLabel, userId: principal.userId, remark });
    await recordAudit(tx, [
      {
        userId: principal.userId,
        entity: 'target',
        entityId: `FY${yearLabel}|${unit.id}`,
        action: 'acknowledged',
        after: { remark },
      },
    ]);
    await announce(tx, 'targets', [unit.id]);
  });
  return (await listAcknowledgements(context, scope, unit.id, yearLabel))[0]!;
}

/** Reminds everyone below a unit who has not seen their published targets; says how many. */
export async function remind(
  context: Context,
  scope: Scope,
  principal: Principal,
  unitId: number,
  yearLabel: number,
): Promise<number> {
  const waiting = (await listAcknowledgements(context, scope, unitId, yearLabel)).filter(
    (each) => each.state !== 'seen',
  );
  if (waiting.length === 0) return 0;
  await context.db.transaction(async (tx) => {
    await tx
      .insert(acknowledgementReminder)
      .values(waiting.map(({ unit }) => ({ unitId: unit.id, yearLabel, userId: principal.userId })))
      .onConflictDoUpdate({
        target: [acknowledgementReminder.unitId, acknowledgementReminder.yearLabel],
        set: { userId: principal.userId, at: sql`now()` },
      });
    await recordAudit(
      tx,
      waiting.map(({ unit }) => ({
        userId: principal.userId,
        entity: 'target',
        entityId: `FY${yearLabel}|${unit.id}`,
        action: 'reminded',
      })),
    );
    await announce(
      tx,
      'targets',
      waiting.map(({ unit }) => unit.id),
    );
  });
  return waiting.length;
}

const MOST_CHANGES = 500;

/** What became of a unit's published targets of a year: who, when, from, to, why. */
export async function listPublishedChanges(
  context: Context,
  scope: Scope,
  unitId: number,
  yearLabel: number,
): Promise<Static<typeof PublishedChanges>> {
  const { calendar, measures } = scope.dataset;
  const { rows } = await context.db.execute<{
    at: string;
    userName: string;
    measure: string;
    period: string;
    from: number | null;
    to: number | null;
    reason: string | null;
  }>(sql`
    select a.at::text as at, coalesce(u.name, 'system') as "userName", split_part(a.entity_id, '|',
      2) as measure, split_part(a.entity_id, '|', 3) as period,
      (a.before->>'target')::bigint as "from", (a.after->>'target')::bigint as "to", a.reason
    from audit a left join app_user u on u.id = a.user_id
    where a.entity = 'target' and a.entity_id like ${`${unitId}|%`} and split_part(a.entity_id,
      '|', 4) = '' order by a.id desc limit
      ${MOST_CHANGES}`);
  return rows.flatMap((row) => {
    const period = calendar.parse(row.period);
    return period &&
      measures.find(row.measure) &&
      calendar.labelOf(period.from) === yearLabel &&
      row.from !== row.to
      ? [{ ...row, measure: row.measure, periodName: describePeriod(period, calendar) }]
      : [];
  });
}
