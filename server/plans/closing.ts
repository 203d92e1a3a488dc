import { eq } from 'drizzle-orm';
import type { Period } from '#core/period/calendar';
import { intersect, toIsoDay } from '#core/period/day';
import { describePeriod } from '#wording/period';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import { announce } from '../db/notify';
import { appUser, closedMonth } from '../db/tables/index';
import { assertNoFieldErrors, ProblemError } from '../problem';

/**
 * A period is closed when all its days lie in closed months: a year of which one month is closed
 * can still be revised for the rest.
 */
export function isClosed(context: Context, period: Period): boolean {
  const closed = context.replica.company!.closedMonths.reduce((days, month) => {
    const both = intersect(month, period);
    return both ? days + both.to - both.from : days;
  }, 0);
  return closed >= period.to - period.from;
}

/** @throws ProblemError monthClosed when one of the periods is closed */
export function refuseClosed(context: Context, periods: readonly Period[]): void {
  const closed = periods.find((period) => isClosed(context, period));
  if (closed)
    throw new ProblemError('monthClosed', {
      name: describePeriod(closed, context.replica.company!.calendar),
    });
}

/** Closes months, all or none; one that is closed stays so. @throws ProblemError notEnded */
export async function closeMonths(
  context: Context,
  userId: number,
  months: readonly Period[],
): Promise<void> {
  const running = months.find((month) => month.to > context.replica.asOf);
  if (running)
    throw new ProblemError('notEnded', {
      name: describePeriod(running, context.replica.company!.calendar),
    });
  await context.db.transaction(async (tx) => {
    const made = await tx
      .insert(closedMonth)
      .values(
        months.map((month) => ({
          periodId: month.id,
          from: toIsoDay(month.from),
          to: toIsoDay(month.to),
          closedBy: userId,
        })),
      )
      .onConflictDoNothing()
      .returning();
    if (made.length === 0) return;
    await recordAudit(
      tx,
      made.map(({ periodId }) => ({
        userId,
        entity: 'month',
        entityId: periodId,
        action: 'closed',
      })),
    );
    await announce(tx, 'plans', null);
  });
  await context.replica.afterWrite({ company: true });
}

/**
 * Opens a closed month again. @throws ProblemError invalidInput unless it is named and a reason is
 * given
 */
export async function openMonth(
  context: Context,
  userId: number,
  period: Period,
  { name, reason }: { name: string; reason: string },
): Promise<void> {
  const wanted = describePeriod(period, context.replica.company!.calendar);
  assertNoFieldErrors([
    ...(name.trim().toLowerCase() === wanted.toLowerCase()
      ? []
      : [{ field: 'name', code: 'notTheName' as const, params: { name: wanted } }]),
    ...(reason.trim() ? [] : [{ field: 'reason', code: 'required' as const }]),
  ]);
  await context.db.transaction(async (tx) => {
    const gone = await tx
      .delete(closedMonth)
      .where(eq(closedMonth.periodId, period.id))
      .returning();
    if (gone.length === 0) return;
    await recordAudit(tx, [
      {
        userId,
        entity: 'month',
        entityId: period.id,
        action: 'opened again',
        before: gone[0],
        reason: reason.trim(),
      },
    ]);
    await announce(tx, 'plans', null);
  });
  await context.replica.afterWrite({ company: true });
}

export async function listClosedMonths(context: Context) {
  const { calendar } = context.replica.company!;
  const rows = await context.db
    .select({
      period: closedMonth.periodId,
      closedBy: appUser.name,
      closedAt: closedMonth.closedAt,
    })
    .from(closedMonth)
    .innerJoin(appUser, eq(appUser.id, closedMonth.closedBy))
    .orderBy(closedMonth.from);
  return rows.map((row) => ({
    ...row,
    name: describePeriod(calendar.parse(row.period)!, calendar),
  }));
}
