import { setImmediate } from 'node:timers/promises';
import { sql } from 'drizzle-orm';
import { type AlertState, cross, FIRST_STATE } from '#core/alerts/crossing';
import type { Dataset } from '#core/dataset/dataset';
import { parseDay, toIsoDay } from '#core/period/day';
import { withUnitsAbove } from '#core/units/above';
import type { Context } from '../context';
import type { Queryable, Transaction } from '../db/client';
import { LOCKS } from '../db/locks';
import { announce } from '../db/notify';
import { findLargeDeals } from './largeDeals';
import { tellFired } from './receivers';
import { type Fired, loadActiveRules, type StoredRule } from './storedRule';
import { OutlookReader, periodOf, readNow, watchedBy } from './watched';

/** Whom changes concern; null: everybody. */
export type Touched = ReadonlySet<number> | null;

/** Rules of a company by the unit they are at, so that a booking looks at few of them. */
export class RuleBook {
  private byUnit = new Map<number, StoredRule[]>();

  constructor(rules: readonly StoredRule[]) {
    for (const rule of rules)
      this.byUnit.set(rule.unitId, [...(this.byUnit.get(rule.unitId) ?? []), rule]);
  }

  /** Those a change can touch, each with whom it must look at again; null: whomever it watches. */
  touchedBy(dataset: Dataset, touched: Touched): { rule: StoredRule; unitIds: number[] }[] {
    const rules =
      touched === null
        ? [...this.byUnit.values()].flat()
        : [...touched].flatMap((unitId) => this.byUnit.get(unitId) ?? []);
    return rules.flatMap((rule) => {
      const unitIds = watchedBy(dataset, rule)
        .map(({ id }) => id)
        .filter((id) => touched === null || touched.has(id));
      return unitIds.length === 0 ? [] : [{ rule, unitIds }];
    });
  }
}

/**
 * Looks at the rules that a change can touch, and tells whom they tell. One server does it at a
 * time; the others heard of the same change. @returns how many fired; null where another looks
 */
export async function evaluate(
  context: Context,
  book: RuleBook,
  touched: Touched,
): Promise<number | null> {
  const { replica } = context;
  const dataset = replica.wholeDataset;
  const due = book
    .touchedBy(dataset, touched)
    .filter(({ rule }) => dataset.measures.find(rule.measure) !== undefined);
  if (due.length === 0) return 0;
  return context.db.transaction(async (tx) => {
    const {
      rows: [lock],
    } = await tx.execute<{ taken: boolean }>(
      sql`select pg_try_advisory_xact_lock(${LOCKS.alerts}) as taken`,
    );
    if (!lock!.taken) return null;
    const fired = await look(context, tx, dataset, due);
    fired.push(...(await findLargeDeals(tx, dataset, due)));
    if (fired.length === 0) return 0;
    await tellFired(context, tx, fired);
    await announce(
      tx,
      'alerts',
      fired.map(({ unitId }) => unitId),
    );
    return fired.length;
  });
}

/** Then others have their turn: a company has thousands of rules. */
const LOOKS_AT_A_TIME = 25;

const stateKey = (ruleId: number, unitId: number, periodId: string) =>
  `${ruleId} ${unitId} ${periodId}`;

async function look(
  context: Context,
  tx: Transaction,
  dataset: Dataset,
  due: readonly { rule: StoredRule; unitIds: readonly number[] }[],
): Promise<Fired[]> {
  const states = await loadStates(
    tx,
    due.map(({ rule }) => rule.id),
  );
  const outlooks = new OutlookReader(context, dataset);
  const today = toIsoDay(dataset.asOf);
  const fired: Fired[] = [];
  const changed: ChangedState[] = [];
  let looked = 0;
  for (const { rule, unitIds } of due) {
    const periodId = periodOf(dataset, rule).id;
    for (const unitId of unitIds) {
      if (++looked % LOOKS_AT_A_TIME === 0) await setImmediate();
      const before = states.get(stateKey(rule.id, unitId, periodId)) ?? FIRST_STATE;
      const reading = await readNow(
        context,
        tx,
        dataset,
        outlooks,
        rule,
        dataset.tree.find(unitId)!,
      );
      const { state, fires } = cross(rule, before, reading, dataset.asOf);
      if (state !== before) changed.push({ ruleId: rule.id, unitId, periodId, ...state });
      const isSilent = rule.snoozedUntil !== null && rule.snoozedUntil >= today;
      if (fires && !isSilent)
        fired.push({
          rule,
          unitId,
          periodId,
          dealId: null,
          reading: reading!,
          previous: before.reading,
        });
    }
  }
  await saveStates(tx, changed);
  return fired;
}

/** Where everybody a rule watches stands now, without telling anybody. */
export async function seedStates(
  context: Context,
  tx: Transaction,
  rule: StoredRule,
): Promise<void> {
  const { replica } = context;
  const dataset = replica.wholeDataset;
  const outlooks = new OutlookReader(context, dataset);
  const periodId = periodOf(dataset, rule).id;
  const seeds: ChangedState[] = [];
  for (const [index, unit] of watchedBy(dataset, rule).entries()) {
    if (index % LOOKS_AT_A_TIME === 0) await setImmediate();
    const reading = await readNow(context, tx, dataset, outlooks, rule, unit);
    const { state } = cross(rule, FIRST_STATE, reading, dataset.asOf);
    seeds.push({ ruleId: rule.id, unitId: unit.id, periodId, ...state, firedOn: null });
  }
  await saveStates(tx, seeds);
}

interface ChangedState extends AlertState {
  ruleId: number;
  unitId: number;
  periodId: string;
}

async function loadStates(
  tx: Queryable,
  ruleIds: readonly number[],
): Promise<Map<string, AlertState>> {
  const { rows } = await tx.execute<{
    rule_id: number;
    unit_id: number;
    period_id: string;
    is_active: boolean;
    reading: number | null;
    fired_on: string | null;
  }>(sql`select rule_id, unit_id, period_id, is_active, reading, fired_on::text as fired_on from
    alert_state where rule_id = any(${sql.param([...ruleIds])}::int[])`);
  return new Map(
    rows.map((row) => [
      stateKey(row.rule_id, row.unit_id, row.period_id),
      {
        isActive: row.is_active,
        reading: row.reading,
        firedOn: row.fired_on === null ? null : parseDay(row.fired_on),
      },
    ]),
  );
}

async function saveStates(tx: Queryable, states: readonly ChangedState[]): Promise<void> {
  if (states.length === 0) return;
  const column = <T>(pick: (state: ChangedState) => T) => sql.param(states.map(pick));
  await tx.execute(sql`
    insert into alert_state (rule_id, unit_id, period_id, is_active, reading, fired_on)
    select * from unnest(${column(({ ruleId }) => ruleId)}::int[],
      ${column(({ unitId }) => unitId)}::int[], ${column(({ periodId }) => periodId)}::text[],
      ${column(({ isActive }) => isActive)}::boolean[],
      ${column(({ reading }) => reading)}::float8[],
      ${column(({ firedOn }) => (firedOn === null ? null : toIsoDay(firedOn)))}::date[])
    on conflict (rule_id, unit_id, period_id) do update set is_active = excluded.is_active, reading =
      excluded.reading, fired_on = excluded.fired_on`);
}

const GATHER_MS = 1_000;
/** What time alone changes: days that pass, targets that come near. */
const LOOK_AT_ALL_EVERY_MS = 600_000;
const FIGURES = ['deals', 'targets', 'plans', 'units', 'activities', 'measures', 'company'];

/**
 * Looks at rules whenever figures change, and now and then at all of them. @returns what stops it
 */
export function startAlerts(context: Context): () => void {
  const { replica, db } = context;
  let book: RuleBook | null = null;
  let waiting: Set<number> | 'all' | null = null;
  let isBusy = false;
  const wait = (unitIds: readonly number[] | null) => {
    if (unitIds === null || waiting === 'all') waiting = 'all';
    else waiting = new Set([...(waiting ?? []), ...unitIds]);
  };
  const stopListening = replica.onChange(({ topic, unitIds }) => {
    if (topic === 'alerts') book = null;
    else if (FIGURES.includes(topic)) wait(unitIds);
  });
  const run = async () => {
    if (isBusy || waiting === null || !replica.connected || !replica.company) return;
    isBusy = true;
    const taken = waiting;
    waiting = null;
    try {
      book ??= new RuleBook(await loadActiveRules(db));
      const touched =
        taken === 'all' ? null : withUnitsAbove(replica.company.tree, taken as Set<number>);
      await evaluate(context, book, touched);
    } catch {
      // The database is away: what was to be looked at is looked at again.
      wait(null);
    } finally {
      isBusy = false;
    }
  };
  const gather = setInterval(() => void run(), GATHER_MS);
  const all = setInterval(() => wait(null), LOOK_AT_ALL_EVERY_MS);
  return () => {
    stopListening();
    clearInterval(gather);
    clearInterval(all);
  };
}
