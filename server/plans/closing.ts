import { and, eq, isNull } from 'drizzle-orm';
import type { Period } from '#core/period/calendar';
import { toIsoDay } from '#core/period/day';
import type { Unit } from '#core/units/unit';
import { describePeriod } from '#wording/period';
import type { Principal, Scope } from '../access/index';
import { toUnitSummary } from '../attainment/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import { announce } from '../db/notify';
import { appUser, closedMonth } from '../db/tables/index';
import { isClosedFor } from '../ledger/closedMonths';
import { assertNoFieldErrors, ProblemError } from '../problem';

/** A unit's figures of a period. */
interface UnitPeriod {
  unitId: number;
  period: Period;
}

/** @throws ProblemError monthClosed when one of the periods is closed for its unit */
export function refuseClosed(context: Context, targets: readonly UnitPeriod[]): void {
  const { tree, closedMonths, calendar } = context.replica.company!;
  if (closedMonths.length === 0) return;
  const closed = targets.find(({ unitId, period }) =>
    isClosedFor(tree, closedMonths, unitId, period),
  );
  if (closed)
    throw new ProblemError('monthClosed', { name: describePeriod(closed.period, calendar) });
}

/**
 * Closes months for a unit and all below it, or for the whole company (null); all or none. One that
 * is closed stays so. @throws ProblemError notEnded
 */
export async function closeMonths(
  context: Context,
  userId: number,
  months: readonly Period[],
  unit: Unit | null = null,
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
          unitId: unit?.id ?? null,
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
        ...(unit && { after: { unit: unit.code } }),
      })),
    );
    await announce(tx, 'plans', null);
  });
  await context.replica.afterWrite({ company: true });
}

/**
 * The branch of that code; null for none: the whole company.
 * @throws ProblemError invalidInput for a unit that is no branch
 */
export function findClosing(scope: Scope, code: string | undefined): Unit | null {
  if (code === undefined) return null;
  const unit = scope.findUnit(code);
  if (unit.kind === 'company') return null;
  assertNoFieldErrors(unit.kind === 'branch' ? [] : [{ field: 'unit', code: 'monthOfABranch' }]);
  return unit;
}

/**
 * Opens a closed month again. @throws ProblemError invalidInput unless it is named and a reason is
 * given
 */
export async function openMonth(
  context: Context,
  userId: number,
  period: Period,
  unit: Unit | null,
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
      .where(
        and(
          eq(closedMonth.periodId, period.id),
          unit ? eq(closedMonth.unitId, unit.id) : isNull(closedMonth.unitId),
        ),
      )
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

/** Months closed for the company, and for branches that the reader sees or belongs to. */
export async function listClosedMonths(
  context: Context,
  { scope, principal }: { scope: Scope; principal: Principal },
) {
  const { calendar, tree } = context.replica.company!;
  const rows = await context.db
    .select({
      period: closedMonth.periodId,
      unitId: closedMonth.unitId,
      closedBy: appUser.name,
      closedAt: closedMonth.closedAt,
    })
    .from(closedMonth)
    .innerJoin(appUser, eq(appUser.id, closedMonth.closedBy))
    .orderBy(closedMonth.from, closedMonth.unitId);
  const concerns = (unitId: number | null) =>
    unitId === null ||
    scope.sees(unitId) ||
    tree.ancestorsOn(principal.unitId, context.replica.asOf).includes(unitId);
  return rows
    .filter((row) => concerns(row.unitId))
    .map(({ unitId, ...row }) => ({
      ...row,
      unit: unitId === null ? null : toUnitSummary(tree.find(unitId)!),
      name: describePeriod(calendar.parse(row.period)!, calendar),
    }));
}
