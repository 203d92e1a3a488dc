import { sql } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import type {
  ActivitiesSaved,
  ActivityChange,
  ActivityChanges,
  ActivityGrid,
  ActivityLock,
} from '#contract/schemas/activity';
import { type Dataset, figureUnitOf, valueIn } from '#core/dataset/dataset';
import { baseOf, type Measure } from '#core/measure/measure';
import { parseDecimal, writeDecimal } from '#core/money/amount';
import { decimalsOf } from '#core/money/figureUnit';
import type { Period } from '#core/period/calendar';
import { type Day, DEAL_DAYS, parseDay, toIsoDay } from '#core/period/day';
import type { Unit } from '#core/units/unit';
import { formatCount } from '#wording/numbers/format';
import { describePeriod, shortPeriod } from '#wording/period';
import type { Principal, Scope } from '../access/index';
import { mayDo } from '../access/permissions';
import { findMeasure, findPeriod, toMeasureRecord, toUnitSummary } from '../attainment/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { LOCKS } from '../db/locks';
import { announce } from '../db/notify';
import { assertNoFieldErrors, ProblemError } from '../problem';
import {
  findDoubleTotal,
  findTotalFaults,
  firstDayIn,
  isTotalMeasure,
  keptOn,
  lockOfTotal,
} from './monthlyTotals';

interface Caller {
  scope: Scope;
  principal: Principal;
}

/**
 * The grid of a typed-in measure: months of a year, days of a month. @throws ProblemError
 * unknownUnit, unknownPeriod, unknownMeasure, notTypedIn
 */
export function viewActivities(
  scope: Scope,
  principal: Principal,
  query: { unit: string; period: string; measure: string },
): ActivityGrid {
  const { dataset } = scope;
  const measure = findMeasure(dataset, query.measure);
  const isTotal = isTotalMeasure(dataset, measure);
  if (measure.formula.kind !== 'typed' && !isTotal)
    throw new ProblemError('notTypedIn', { name: measure.name });
  const root = scope.findUnit(query.unit);
  const period = findPeriod(dataset, query.period);
  const columns =
    period.kind === 'month' && !isTotal
      ? listDays(dataset, period)
      : dataset.calendar.months(dataset.calendar.labelOf(period.from));
  const span = { from: columns[0]!.from, to: columns.at(-1)!.to };
  const rows: ActivityGrid['rows'] = [];
  const seen = new Set<number>();
  const visit = (unit: Unit, depth: number) => {
    if (seen.has(unit.id)) return;
    seen.add(unit.id);
    rows.push(
      isTotal
        ? toTotalRow(scope, measure, unit, depth, columns)
        : toRow(scope, measure, unit, depth, columns),
    );
    for (const child of dataset.tree.childrenDuring(unit.id, span)) visit(child, depth + 1);
  };
  visit(root, 0);
  return {
    unit: toUnitSummary(root),
    measure: toMeasureRecord(measure),
    currency: dataset.currency,
    rows,
    canEdit: mayDo(principal.role, isTotal ? 'plan' : 'book'),
    columns: columns.map((each) => ({
      id: each.id,
      name: describePeriod(each, dataset.calendar),
      shortName:
        each.kind === 'day'
          ? String(Number(toIsoDay(each.from).slice(8)))
          : shortPeriod(each, dataset.calendar),
    })),
  };
}

function listDays({ calendar }: Dataset, month: Period): Period[] {
  return Array.from({ length: month.to - month.from }, (_, i) =>
    calendar.periodOf('day', month.from + i),
  );
}

function toRow(
  { dataset, isClosedFor }: Scope,
  measure: Measure,
  unit: Unit,
  depth: number,
  columns: readonly Period[],
): ActivityGrid['rows'][number] {
  const { accumulation } = measure.formula as Extract<Measure['formula'], { kind: 'typed' }>;
  const base = baseOf(measure.code);
  const locks = columns.map((column): ActivityLock | null => {
    const first = firstDayIn(dataset, unit, column);
    if (first === null) return 'notInTree';
    if (isClosedFor(unit.id, column)) return 'closed';
    const typed = dataset.activities.entriesIn(base, unit.id, column);
    return typed.length > 1 || (typed.length === 1 && typed[0]!.day !== first) ? 'daysTyped' : null;
  });
  return {
    unit: toUnitSummary(unit),
    depth,
    own: columns.map((column) => dataset.activities.readOwn(base, unit.id, accumulation, column)),
    whole: columns.map((column) =>
      dataset.activities.read(dataset.tree, unit.id, base, accumulation, column),
    ),
    locks,
    // A month with values on single days is the sum of those; they are changed where they stand.
    on: columns.map((column, at) => (locks[at] === null ? keptOn(dataset, unit, column) : null)),
  };
}

/** Totals from before: what is given of the unit, and what its deals and those below come to. */
function toTotalRow(
  { dataset, isClosedFor }: Scope,
  measure: Measure,
  unit: Unit,
  depth: number,
  columns: readonly Period[],
): ActivityGrid['rows'][number] {
  const base = baseOf(measure.code);
  const own = columns.map(
    (column) => dataset.activities.entriesIn(base, unit.id, column)[0]?.value ?? null,
  );
  // What is there can be taken away, whatever has come beside it.
  const locks = columns.map((column, at) => {
    if (isClosedFor(unit.id, column)) return 'closed';
    return own[at] === null ? lockOfTotal(dataset, unit, measure, column) : null;
  });
  return {
    unit: toUnitSummary(unit),
    depth,
    own,
    whole: columns.map((column, at) =>
      locks[at] === 'notInTree' || locks[at] === 'notOver'
        ? null
        : valueIn(dataset, unit.id, measure.code, column) || null,
    ),
    locks,
    on: columns.map((column, at) => (locks[at] === null ? keptOn(dataset, unit, column) : null)),
  };
}

/** A value that has been checked. */
export interface ActivityFacts {
  unit: Unit;
  on: Day;
  /** The measure's code without its version. */
  measure: string;
  decimals: number;
  value: number | null;
}

export type CheckedActivity =
  { ok: true; facts: ActivityFacts } | { ok: false; faults: FieldFault[] };

/** Of a typed-in value, in whole units of its last decimal, either way. */
const LARGEST_VALUE = 1_000_000_000_000;

/** Checks one typed-in value and names each fault at its field. */
export function checkActivity(
  { scope, principal }: Caller,
  change: Pick<ActivityChange, 'unit' | 'on' | 'measure' | 'value'>,
  /** What a file is of; the grid takes either. */
  kind: 'typed' | 'totals' | 'either' = 'either',
): CheckedActivity {
  const faults: FieldFault[] = [];
  const { dataset } = scope;
  const unit = dataset.tree.findByCode(change.unit.trim());
  if (!unit) faults.push({ field: 'unit', code: 'unknownUnit' });
  const on = parseDay(change.on);
  if (on === null) faults.push({ field: 'on', code: 'notADate' });
  else if (on < DEAL_DAYS.from || on >= DEAL_DAYS.to)
    faults.push({
      field: 'on',
      code: 'dayOutOfRange',
      params: { from: toIsoDay(DEAL_DAYS.from), to: toIsoDay(DEAL_DAYS.to - 1) },
    });
  const measure = dataset.measures.find(change.measure);
  if (!measure) faults.push({ field: 'measure', code: 'unknownMeasure' });
  else if (measure.formula.kind !== 'typed' && kind === 'typed')
    faults.push({ field: 'measure', code: 'notTypedIn' });
  const isTotal = measure !== undefined && measure.formula.kind !== 'typed';
  if (measure && !isTotal && kind === 'totals') faults.push({ field: 'measure', code: 'noTotal' });
  if (isTotal && !mayDo(principal.role, 'plan'))
    faults.push({ field: 'measure', code: 'notYours' });
  const month = on === null ? null : dataset.calendar.periodOf('month', on);
  if (isTotal && unit && month && faults.length === 0)
    faults.push(
      ...findTotalFaults(dataset, { unit, measure, month, isCleared: !change.value?.trim() }),
    );
  else if (unit && on !== null && !dataset.tree.isActiveDuring(unit.id, { from: on, to: on + 1 }))
    faults.push({ field: 'on', code: 'notThatDay' });
  if (unit && month && on !== null && scope.isClosedFor(unit.id, { from: on, to: on + 1 }))
    faults.push({
      field: 'on',
      code: 'inClosedMonth',
      params: { name: describePeriod(month, dataset.calendar) },
    });
  const decimals = measure ? decimalsOf(figureUnitOf(dataset, measure.code)) : 0;
  const text = change.value?.trim() ?? '';
  const result = text === '' ? null : parseDecimal(text, decimals);
  if (result && !result.ok)
    faults.push({
      field: 'value',
      code: decimals === 0 && result.fault === 'tooManyDecimals' ? 'wholeNumber' : result.fault,
      params: { decimals },
    });
  else if (result && Math.abs(result.minor) > LARGEST_VALUE)
    faults.push({
      field: 'value',
      code: 'aboveLimit',
      params: { max: formatCount(LARGEST_VALUE) },
    });
  if (faults.length > 0) return { ok: false, faults };
  return {
    ok: true,
    facts: {
      unit: unit!,
      on: isTotal ? firstDayIn(dataset, unit!, month!)! : on!,
      measure: baseOf(measure!.code),
      decimals,
      value: result?.ok ? result.minor : null,
    },
  };
}

/**
 * Saves all or none. @throws ProblemError invalidInput with the field of each fault, valuesChanged
 * where somebody was quicker
 */
export async function saveActivities(
  context: Context,
  { scope, principal }: Caller,
  input: ActivityChanges,
): Promise<ActivitiesSaved> {
  const faults: FieldFault[] = [];
  const caller = { scope, principal };
  const facts = input.changes.flatMap((change, index) => {
    const checked = checkActivity(caller, change);
    if (checked.ok) return [{ ...checked.facts, was: change.previousValue }];
    faults.push(
      ...checked.faults.map((fault) => ({ ...fault, field: `changes/${index}/${fault.field}` })),
    );
    return [];
  });
  assertNoFieldErrors(faults);
  const unique = [...new Map(facts.map((each) => [keyOf(each), each])).values()];
  refuseDouble(scope.dataset, facts);
  const undo = await context.db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.activities})`);
    const stored = await loadActivities(tx, unique);
    const text = (value: number | null, decimals: number) =>
      value === null ? null : writeDecimal(value, decimals);
    const clashes = unique.filter(
      (each) =>
        each.was !== undefined &&
        text(stored.get(keyOf(each)) ?? null, each.decimals) !== (each.was || null),
    );
    if (clashes.length > 0)
      throw new ProblemError('valuesChanged', {
        count: clashes.length,
        where: clashes
          .slice(0, 3)
          .map((each) => `${each.unit.name}, ${toIsoDay(each.on)}`)
          .join('; '),
      });
    await writeActivities(tx, unique, principal.userId, stored);
    return unique.map((each): ActivityChange => ({
      unit: each.unit.code,
      on: toIsoDay(each.on),
      measure: each.measure,
      value: text(stored.get(keyOf(each)) ?? null, each.decimals),
      previousValue: text(each.value, each.decimals),
    }));
  });
  await context.replica.afterWrite();
  return { saved: unique.length, undo };
}

/** @throws ProblemError invalidInput where a month would count twice */
function refuseDouble(dataset: Dataset, facts: readonly ActivityFacts[]): void {
  const double = findDoubleTotal(dataset, facts);
  if (double)
    assertNoFieldErrors([
      {
        field: `changes/${double.index}/value`,
        code: 'totalTwice',
        params: { unit: double.name },
      },
    ]);
}

export function keyOf({
  unit,
  on,
  measure,
}: Pick<ActivityFacts, 'unit' | 'on' | 'measure'>): string {
  return `${measure}|${unit.id}|${toIsoDay(on)}`;
}

function toColumns(facts: readonly ActivityFacts[]) {
  return sql`unnest(${sql.param(facts.map((each) => each.measure))}::text[],
    ${sql.param(facts.map((each) => each.unit.id))}::int[],
      ${sql.param(facts.map((each) => toIsoDay(each.on)))}::date[],
        ${sql.param(facts.map((each) => each.value))}::bigint[])`;
}

/** What is stored at the places of these values. */
export async function loadActivities(
  tx: Queryable,
  facts: readonly ActivityFacts[],
): Promise<Map<string, number | null>> {
  const { rows } = await tx.execute<{
    measure: string;
    unit_id: number;
    day: string;
    value: number | null;
  }>(sql`
    select a.measure, a.unit_id, a.on::text as day, a.value from ${toColumns(facts)} c(measure,
      unit_id, day, value)
    join activity a on a.measure = c.measure and a.unit_id = c.unit_id and a.on = c.day`);
  return new Map(rows.map((row) => [`${row.measure}|${row.unit_id}|${row.day}`, row.value]));
}

/** Writes checked values in the caller's transaction: audit kept, everybody told. */
export async function writeActivities(
  tx: Queryable,
  facts: readonly ActivityFacts[],
  userId: number,
  stored: ReadonlyMap<string, number | null>,
  reason: string | null = null,
): Promise<void> {
  if (facts.length === 0) return;
  await tx.execute(sql`
    insert into activity as a (measure, unit_id, "on", value, changed_by) select c.measure,
      c.unit_id, c.day, c.value, ${userId} from ${toColumns(facts)} c(measure, unit_id, day, value)
    on conflict (measure, unit_id, "on") do update set value = excluded.value, changed_by =
      excluded.changed_by, changed_at = now(), xid = pg_current_xact_id()`);
  await recordAudit(
    tx,
    facts.map((each) => ({
      userId,
      entity: 'activity' as const,
      entityId: keyOf(each),
      action: each.value === null ? 'cleared' : 'typed in',
      before: stored.get(keyOf(each)) ?? null,
      after: each.value,
      reason,
    })),
  );
  await announce(
    tx,
    'activities',
    facts.map((each) => each.unit.id),
  );
}
