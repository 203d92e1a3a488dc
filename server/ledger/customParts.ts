import { sql } from 'drizzle-orm';
import type { CustomRule } from '#core/ledger/customContribution';
import { toCustomRules } from '#core/ledger/customContribution';
import type { CustomAddend, CustomOf } from '#core/measure/customPart';
import type { Queryable } from '../db/client';
import { LOCKS } from '../db/locks';
import { announce } from '../db/notify';
import { ANY_PLAN, WHOLE_TABLES } from '../db/planning';
import { customPart } from '../db/tables/index';

/**
 * By what rules a deal adds to custom parts, as they stay until the transaction ends: a measure that
 * brings another part waits for it, and then reads the deal as it has become.
 */
export async function lockCustomRules(tx: Queryable): Promise<CustomRule[]> {
  await tx.execute(sql`select pg_advisory_xact_lock_shared(${LOCKS.customParts})`);
  return loadCustomRules(tx);
}

/** The rules there are. */
export async function loadCustomRules(db: Queryable): Promise<CustomRule[]> {
  const rows = await db
    .select({ part: customPart.part, addend: customPart.addend, decimals: customPart.decimals })
    .from(customPart);
  return rows.map(({ part, addend, decimals }) => ({
    ...addend,
    part: part as CustomRule['part'],
    decimals,
  }));
}

/**
 * Adds the parts that a measure needs and are not there yet, with what the deals in the book come
 * to; readers load anew.
 * @param currency ISO 4217 code of the reporting currency
 */
export async function addCustomParts(
  tx: Queryable,
  addends: readonly CustomAddend[],
  currency: string,
): Promise<void> {
  if (addends.length === 0) return;
  await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.customParts})`);
  const rules = toCustomRules(addends, currency);
  const added = await tx
    .insert(customPart)
    .values(rules.map((rule) => toRow(rule)))
    .onConflictDoNothing()
    .returning({ part: customPart.part });
  if (added.length === 0) return;
  const parts = sql`${sql.param(added.map((each) => each.part))}::text[]`;
  await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.fold})`);
  await tx.execute(sql`delete from daily_total where part = any(${parts})`);
  await tx.execute(sql.raw(`set local ${WHOLE_TABLES}`));
  await tx.execute(sql`
    insert into daily_total (salesperson_id, part, day, amount)
    select salesperson_id, part, day, sum(amount)::bigint from deal_custom_part where part =
      any(${parts}) group by 1, 2, 3 having sum(amount) <> 0`);
  await tx.execute(sql.raw(`set local ${ANY_PLAN}`));
  await tx.execute(sql`update ledger_state set epoch = epoch + 1`);
  await announce(tx, 'deals', null);
}

/** Forgets the parts that no measure needs any more. @param needed of all measures there are */
export async function dropCustomParts(
  tx: Queryable,
  needed: readonly CustomAddend[],
): Promise<void> {
  const kept = sql`${sql.param(toCustomRules(needed, 'EUR').map((rule) => rule.part))}::text[]`;
  await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.customParts})`);
  const { rows } = await tx.execute<{ part: string }>(
    sql`delete from custom_part where not part = any(${kept}) returning part`,
  );
  if (rows.length === 0) return;
  const gone = sql`${sql.param(rows.map((row) => row.part))}::text[]`;
  await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.fold})`);
  await tx.execute(sql`update ledger_entry set folded = true where part = any(${gone})`);
  await tx.execute(sql`delete from daily_total where part = any(${gone})`);
  await tx.execute(sql`update ledger_state set epoch = epoch + 1`);
  await announce(tx, 'deals', null);
}

function toRow({ part, decimals, custom, states, placedBy }: CustomRule) {
  const dates = datesOf(custom);
  return {
    part,
    kind: custom.kind,
    states,
    placedBy,
    field: 'field' in custom ? custom.field : null,
    choice: custom.kind === 'choice' ? custom.choice : null,
    fromDate: dates.from,
    toDate: dates.to,
    most: custom.kind === 'within' ? custom.most : null,
    decimals,
    isShared: custom.kind === 'sum' && custom.valueKind === 'money',
    addend: { custom, states, placedBy },
  };
}

function datesOf(custom: CustomOf): { from: string | null; to: string | null } {
  if (custom.kind === 'undated') return { from: custom.date, to: null };
  return 'from' in custom ? { from: custom.from, to: custom.to } : { from: null, to: null };
}
