import { and, eq, gte, isNull, lte } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import type { ClosedDay, ClosedDaysChange } from '#contract/schemas/closedDay';
import { parseDay } from '#core/period/day';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import { announce } from '../db/notify';
import { closedDay } from '../db/tables/index';
import { assertNoFieldErrors } from '../problem';

/** Closed days of a span, both ends included, of all branches and of each. */
export async function listClosedDays(
  context: Context,
  from: string,
  to: string,
): Promise<ClosedDay[]> {
  const { tree } = context.replica.company!;
  const rows = await context.db
    .select()
    .from(closedDay)
    .where(and(gte(closedDay.on, from), lte(closedDay.on, to)))
    .orderBy(closedDay.on, closedDay.branchId);
  return rows.map((row) => ({
    branch: row.branchId === null ? null : (tree.find(row.branchId)?.code ?? null),
    on: row.on,
    name: row.name,
    isHalf: row.isHalf,
  }));
}

/**
 * Closes and opens days, all or none; closing a closed day gives it the new name. @throws
 * ProblemError invalidInput with the row of each fault
 */
export async function changeClosedDays(
  context: Context,
  userId: number,
  input: ClosedDaysChange,
): Promise<void> {
  const { tree } = context.replica.company!;
  const faults: FieldFault[] = [];
  const idOf = (branch: string | null, field: string): number | null => {
    if (branch === null) return null;
    const unit = tree.findByCode(branch);
    if (unit?.kind !== 'branch') faults.push({ field, code: 'unknownBranch' });
    return unit?.id ?? null;
  };
  const close = input.close.map((day, i) => ({
    branchId: idOf(day.branch, `close/${i}/branch`),
    on: day.on,
    name: day.name.trim(),
    isHalf: day.isHalf ?? false,
  }));
  const open = input.open.map((day, i) => ({
    branchId: idOf(day.branch, `open/${i}/branch`),
    on: day.on,
  }));
  assertNoFieldErrors(faults);
  await context.db.transaction(async (tx) => {
    // A name is changed by taking the day away and setting it again: the key may hold a null, which
    // no upsert meets.
    for (const { branchId, on } of [...open, ...close]) {
      await tx
        .delete(closedDay)
        .where(
          and(
            branchId === null ? isNull(closedDay.branchId) : eq(closedDay.branchId, branchId),
            eq(closedDay.on, on),
          ),
        );
    }
    if (close.length > 0) await tx.insert(closedDay).values(close);
    await recordAudit(tx, [
      {
        userId,
        entity: 'company',
        entityId: '1',
        action: 'closed days changed',
        after: input,
        reason: input.reason?.trim() || null,
      },
    ]);
    await announce(tx, 'company', null);
  });
  await context.replica.afterWrite({ company: true });
}

/**
 * Public holidays of a country in a calendar year, from the package date-holidays; an unknown
 * country has none.
 */
export async function findHolidays(
  country: string,
  year: number,
): Promise<{ on: string; name: string }[]> {
  // The rules of all countries take a while to load: only who asks waits for them.
  const { default: Holidays } = await import('date-holidays');
  const days = new Map<string, string>();
  const holidays = new Holidays(country);
  for (const holiday of holidays.getHolidays(year, 'en') ?? []) {
    const on = holiday.date.slice(0, 10);
    if (holiday.type === 'public' && parseDay(on) !== null) days.set(on, holiday.name);
  }
  return [...days].map(([on, name]) => ({ on, name }));
}
