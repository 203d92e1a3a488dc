import { type SQL, sql } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import type {
  AlertRule,
  AlertRuleInput,
  AlertRules,
  AlertRuleState,
} from '#contract/schemas/alert';
import { type AlertCondition, OF_SLICES } from '#core/alerts/rule';
import { isSliceMeasure } from '#core/slices/lineTable';
import { type TargetSlice, writeSlice } from '#core/targets/targetSlice';
import { loadKnownAccounts, type Principal, type Scope } from '../access/index';
import { findMeasure, toUnitSummary } from '../attainment/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { announce } from '../db/notify';
import { alertRule } from '../db/tables/index';
import { loadKnownSlices } from '../lists/index';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { seedStates } from './engine';
import { type StoredRule, toSliceView } from './storedRule';

/** Of one person. */
export const MOST_RULES = 200;

const PERCENT = { least: 1, most: 1_000 };
/** Which thresholds make sense; a rule outside them would never fire, or always. */
const THRESHOLDS: Partial<Record<AlertCondition['kind'], { least: number; most: number }>> = {
  pace: PERCENT,
  forecast: PERCENT,
  odds: { least: 1, most: 100 },
  coverage: { least: 0.1, most: 100 },
  gap: { least: -1e15, most: 1e15 },
  deal: { least: 1, most: 1e15 },
  overdue: { least: 1, most: 100_000 },
  unassigned: { least: 1, most: 100_000 },
  oldData: { least: 1, most: 366 },
};
/** Kinds that know revenue alone: what open deals bring, and deals themselves. */
const OF_REVENUE = ['forecast', 'coverage', 'odds', 'deal', 'overdue', 'unassigned'];
/** Kinds that need a number of days. */
const WITH_DAYS = ['forecast', 'missingTargets'];

/** @throws ProblemError invalidInput with each fault at its field, unknownUnit, unknownMeasure */
export async function checkRule(
  context: Context,
  scope: Scope,
  principal: Principal,
  input: AlertRuleInput,
): Promise<
  Omit<
    StoredRule,
    'id' | 'userId' | 'version' | 'createdAt' | 'removedAt' | 'isMuted' | 'snoozedUntil'
  >
> {
  const unit = scope.findUnit(input.unit);
  const measure = findMeasure(scope.dataset, input.measure);
  const faults: FieldFault[] = [];
  const limits = THRESHOLDS[input.kind];
  if (limits && input.threshold === null) faults.push({ field: 'threshold', code: 'required' });
  else if (limits && (input.threshold! < limits.least || input.threshold! > limits.most))
    faults.push({ field: 'threshold', code: 'outsideRange', params: limits });
  if (input.kind === 'grade' && input.change === null)
    faults.push({ field: 'change', code: 'required' });
  if (WITH_DAYS.includes(input.kind) && input.days === null)
    faults.push({ field: 'days', code: 'required' });
  if (OF_REVENUE.includes(input.kind) && measure.code !== 'revenue')
    faults.push({ field: 'measure', code: 'revenueOnly' });
  const slice = input.slice ? await findSlice(context.db, input.slice) : null;
  if (input.slice && !OF_SLICES.includes(input.kind))
    faults.push({ field: 'slice', code: 'sliceKind' });
  else if (input.slice && !isSliceMeasure(measure.code))
    faults.push({ field: 'measure', code: 'sliceMeasure' });
  else if (input.slice && !slice) faults.push({ field: 'slice/value', code: 'unknownName' });
  const known = await loadKnownAccounts(context.db, scope, principal.unitId);
  if (input.receivers.some((id) => !known.some((each) => each.id === id)))
    faults.push({ field: 'receivers', code: 'seesItNot' });
  assertNoFieldErrors(faults);
  return {
    unitId: unit.id,
    name: input.name.trim(),
    kind: input.kind,
    watched: input.watched,
    measure: measure.code,
    slice: writeSlice(slice?.slice ?? null),
    sliceName: slice?.name ?? null,
    periodKind: input.periodKind,
    threshold: limits ? input.threshold : null,
    change: input.kind === 'grade' ? input.change : null,
    days: WITH_DAYS.includes(input.kind) ? input.days : null,
    receivers:
      input.receivers.length === 0 && input.roles.length === 0
        ? [principal.userId]
        : [...input.receivers],
    roles: [...input.roles],
    delivery: input.delivery,
  };
}

async function findSlice(
  db: Queryable,
  { by, value }: NonNullable<AlertRuleInput['slice']>,
): Promise<{ slice: TargetSlice; name: string } | null> {
  const known = await loadKnownSlices(db, [by]);
  const slice = known.findByName(by, value);
  return slice ? { slice, name: known.nameOf(slice) } : null;
}

/** One's own rules, and those by which one is told. */
export async function listRules(
  context: Context,
  scope: Scope,
  principal: Principal,
): Promise<AlertRules> {
  const rows = await loadRules(
    context,
    sql`(user_id = ${principal.userId} or ${principal.userId} = any(receivers) or ${principal.role} =
      any(roles))`,
  );
  const people = await loadKnownAccounts(context.db, scope, principal.unitId);
  const names = await loadNames(
    context.db,
    rows.flatMap((row) => [row.userId, ...row.receivers]),
  );
  return {
    rules: rows
      .filter((row) => scope.sees(row.unitId))
      .map((row) => toRule(scope, principal, row, names)),
    people,
  };
}

async function loadRules({ db }: Context, where: SQL): Promise<StoredRule[]> {
  return db
    .select()
    .from(alertRule)
    .where(sql`removed_at is null and ${where}`)
    .orderBy(sql`lower(name), id`);
}

async function loadNames(db: Queryable, ids: readonly number[]): Promise<Map<number, string>> {
  const { rows } = await db.execute<{ id: number; name: string }>(
    sql`select id, name from app_user where id = any(${sql.param([...new Set(ids)])}::int[])`,
  );
  return new Map(rows.map(({ id, name }) => [id, name]));
}

function toRule(
  { dataset }: Scope,
  { userId }: Principal,
  row: StoredRule,
  names: ReadonlyMap<number, string>,
): AlertRule {
  const measure = dataset.measures.find(row.measure);
  const unit = dataset.tree.find(row.unitId)!;
  const day = { from: dataset.asOf, to: dataset.asOf + 1 };
  const nameOf = (id: number) => ({ id, name: names.get(id) ?? '' });
  return {
    id: row.id,
    unit: toUnitSummary(unit),
    name: row.name,
    kind: row.kind,
    watched: row.watched,
    measure: row.measure,
    measureName: measure?.name ?? row.measure,
    slice: toSliceView(row),
    periodKind: row.periodKind,
    threshold: row.threshold,
    change: row.change,
    days: row.days,
    receivers: row.receivers.map(nameOf),
    roles: row.roles,
    delivery: row.delivery,
    isMuted: row.isMuted,
    snoozedUntil: row.snoozedUntil,
    problem: !measure
      ? 'measureGone'
      : !dataset.tree.isActiveDuring(unit.id, day)
        ? 'unitGone'
        : null,
    owner: nameOf(row.userId),
    isOwn: row.userId === userId,
    version: row.version,
  };
}

/** @throws ProblemError tooManyAlertRules and those of `checkRule` */
export async function createRule(
  context: Context,
  scope: Scope,
  principal: Principal,
  input: AlertRuleInput,
): Promise<AlertRule> {
  const values = await checkRule(context, scope, principal, input);
  const own = await loadRules(context, sql`user_id = ${principal.userId}`);
  if (own.length >= MOST_RULES) throw new ProblemError('tooManyAlertRules', { most: MOST_RULES });
  const id = await context.db.transaction(async (tx) => {
    const [made] = await tx
      .insert(alertRule)
      .values({ ...values, userId: principal.userId })
      .returning();
    await recordRule(tx, principal, made!.id, 'made', values);
    // What is so already is no news: it fires when it has been otherwise.
    await seedStates(context, tx, made!);
    return made!.id;
  });
  return findRule(context, scope, principal, id);
}

/** @throws ProblemError notFound for what is not one's own, and those of `checkRule` */
export async function changeRule(
  context: Context,
  scope: Scope,
  principal: Principal,
  id: number,
  input: AlertRuleInput,
): Promise<AlertRule> {
  const values = await checkRule(context, scope, principal, input);
  await changeOwn(context, principal, id, async (tx) => {
    const [changed] = await tx
      .update(alertRule)
      .set({ ...values, version: sql`version + 1` })
      .where(sql`id = ${id}`)
      .returning();
    await recordRule(tx, principal, id, 'changed', values);
    await tx.execute(sql`delete from alert_state where rule_id = ${id}`);
    await seedStates(context, tx, changed!);
  });
  return findRule(context, scope, principal, id);
}

/** @throws ProblemError notFound */
export async function setRuleState(
  context: Context,
  scope: Scope,
  principal: Principal,
  id: number,
  { isMuted, snoozedUntil }: AlertRuleState,
): Promise<AlertRule> {
  await changeOwn(context, principal, id, async (tx) => {
    await tx
      .update(alertRule)
      .set({ isMuted, snoozedUntil })
      .where(sql`id = ${id}`);
    await recordRule(tx, principal, id, isMuted ? 'muted' : 'heard', { isMuted, snoozedUntil });
  });
  return findRule(context, scope, principal, id);
}

/** @throws ProblemError notFound */
export async function removeRule(
  context: Context,
  principal: Principal,
  id: number,
): Promise<object> {
  await changeOwn(context, principal, id, async (tx) => {
    await tx.execute(sql`update alert_rule set removed_at = now() where id = ${id}`);
    await tx.execute(sql`delete from alert_state where rule_id = ${id}`);
    await recordRule(tx, principal, id, 'removed', null);
  });
  return {};
}

async function changeOwn(
  { db }: Context,
  { userId }: Principal,
  id: number,
  change: (
    tx: Queryable & Parameters<Parameters<Context['db']['transaction']>[0]>[0],
  ) => Promise<void>,
): Promise<void> {
  await db.transaction(async (tx) => {
    const { rowCount } = await tx.execute(
      sql`select 1 from alert_rule where id = ${id} and user_id = ${userId} and removed_at is null for update`,
    );
    if (!rowCount) throw new ProblemError('notFound');
    await change(tx);
  });
}

async function recordRule(
  tx: Queryable,
  principal: Principal,
  id: number,
  action: string,
  after: unknown,
): Promise<void> {
  await recordAudit(tx, [
    { userId: principal.userId, entity: 'alert rule', entityId: String(id), action, after },
  ]);
  await announce(tx, 'alerts', null);
}

async function findRule(
  context: Context,
  scope: Scope,
  principal: Principal,
  id: number,
): Promise<AlertRule> {
  const [row] = await loadRules(context, sql`id = ${id}`);
  return toRule(
    scope,
    principal,
    row!,
    await loadNames(context.db, [row!.userId, ...row!.receivers]),
  );
}
