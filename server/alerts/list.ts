import { type SQL, sql } from 'drizzle-orm';
import type { Alerts } from '#contract/schemas/alert';
import type { AlertKind } from '#core/alerts/rule';
import type { Principal, Scope } from '../access/index';
import { toUnitSummary } from '../attainment/index';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { toSliceView } from './storedRule';
import { tellInWords } from './words';

const MOST_SHOWN = 200;

interface AlertRow extends Record<string, unknown> {
  id: number;
  rule_id: number;
  name: string;
  kind: AlertKind;
  measure: string;
  slice: string;
  slice_name: string | null;
  threshold: number | null;
  unit_id: number;
  period_id: string;
  deal_id: number | null;
  reading: number;
  previous: number | null;
  at: string;
  seen: boolean;
}

/** What somebody was told of units they still see, the newest first. */
export async function listAlerts(
  context: Context,
  scope: Scope,
  { userId }: Pick<Principal, 'userId'>,
  onlyNew: boolean,
): Promise<Alerts> {
  const ids = scope.dataset.tree.units.map(({ id }) => id);
  const mine = sql`r.user_id = ${userId} and a.unit_id = any(${sql.param(ids)}::int[])`;
  const rows = await loadAlerts(context.db, onlyNew ? sql`${mine} and r.seen_at is null` : mine);
  const {
    rows: [counted],
  } = await context.db.execute<{ count: number }>(sql`select count(*)::int as count from
    alert_receipt r join alert a on a.id = r.alert_id where ${mine} and r.seen_at is null`);
  return {
    unseen: counted!.count,
    alerts: rows.map((row) => ({
      id: row.id,
      rule: { id: row.rule_id, name: row.name },
      kind: row.kind,
      unit: toUnitSummary(scope.dataset.tree.find(row.unit_id)!),
      measure: row.measure,
      slice: toSliceView({ slice: row.slice, sliceName: row.slice_name }),
      period: row.period_id,
      text: toText(context, row),
      dealId: row.deal_id,
      at: row.at,
      isSeen: row.seen,
    })),
  };
}

/** Alerts that wait for somebody's daily mail, of units they still see, the newest first. */
export async function listWaitingAlerts(
  context: Context,
  scope: Scope,
  { userId }: Pick<Principal, 'userId'>,
): Promise<{ id: number; text: string }[]> {
  const ids = scope.dataset.tree.units.map(({ id }) => id);
  const rows = await loadAlerts(
    context.db,
    sql`r.user_id = ${userId} and r.is_for_daily and a.unit_id = any(${sql.param(ids)}::int[])`,
  );
  return rows.map((row) => ({ id: row.id, text: toText(context, row) }));
}

function toText(context: Context, row: AlertRow): string {
  return tellInWords(context, {
    rule: {
      kind: row.kind,
      measure: row.measure,
      threshold: row.threshold,
      sliceName: row.slice_name,
    },
    unitId: row.unit_id,
    periodId: row.period_id,
    reading: row.reading,
    previous: row.previous,
  });
}

/** What is told of an alert to another system; null where it is gone. */
export async function describeStoredAlert(context: Context, id: number) {
  const {
    rows: [row],
  } = await context.db.execute<AlertRow>(sql`
    select a.id, a.rule_id, x.name, x.kind, x.measure, x.slice, x.slice_name, x.threshold, a.unit_id, a.period_id,
      a.deal_id, a.reading, a.previous, a.at::text as at, false as seen
    from alert a join alert_rule x on x.id = a.rule_id where a.id = ${id}`);
  if (!row) return null;
  return {
    alert: row.id,
    rule: row.name,
    kind: row.kind,
    measure: row.measure,
    slice: toSliceView({ slice: row.slice, sliceName: row.slice_name }),
    unit: context.replica.company!.tree.find(row.unit_id)?.code ?? null,
    period: row.period_id,
    text: toText(context, row),
    dealId: row.deal_id,
  };
}

async function loadAlerts(db: Queryable, where: SQL): Promise<AlertRow[]> {
  const { rows } = await db.execute<AlertRow>(sql`
    select a.id, a.rule_id, x.name, x.kind, x.measure, x.slice, x.slice_name, x.threshold, a.unit_id, a.period_id,
      a.deal_id, a.reading, a.previous, a.at::text as at, r.seen_at is not null as seen
    from alert_receipt r join alert a on a.id = r.alert_id join alert_rule x on x.id = a.rule_id
    where ${where} order by a.id desc limit ${MOST_SHOWN}`);
  return rows;
}

/** Marks alerts as seen by somebody; all of theirs where none is named. */
export async function markSeen(
  db: Queryable,
  userId: number,
  ids: readonly number[] | undefined,
): Promise<void> {
  await db.execute(sql`update alert_receipt set seen_at = now() where user_id = ${userId} and
    seen_at is null ${ids ? sql`and alert_id = any(${sql.param([...ids])}::bigint[])` : sql``}`);
}
