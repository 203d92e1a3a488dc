import { eq } from 'drizzle-orm';
import type { BranchHoursChange, UnitDetail } from '#contract/schemas/unit';
import { parseTimeOfDay } from '#core/period/timeOfDay';
import type { Principal, Scope } from '../access/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import { announce } from '../db/notify';
import { branchHours } from '../db/tables/index';
import { assertNoFieldErrors } from '../problem';
import { toHoursView } from './hoursView';
import { viewUnit } from './list';
import { checkTimeZone } from './timeZone';
import { checkHalfWeekdays } from './weekdays';

/**
 * Gives a branch a time zone, an end of business and weekdays of its own, or the company's again. @throws
 * ProblemError unknownUnit, invalidInput
 */
export async function changeBusinessHours(
  context: Context,
  scope: Scope,
  principal: Principal,
  code: string,
  input: BranchHoursChange,
): Promise<UnitDetail> {
  const unit = scope.findUnit(code);
  const endOfBusiness = input.endOfBusiness === null ? null : parseTimeOfDay(input.endOfBusiness);
  const weekdays = input.weekdays ? [...input.weekdays].sort() : null;
  const halfWeekdays = weekdays && input.halfWeekdays ? [...input.halfWeekdays].sort() : null;
  assertNoFieldErrors([
    ...(unit.kind === 'branch' ? [] : [{ field: 'unit', code: 'notABranch' as const }]),
    ...(input.timeZone === null ? [] : checkTimeZone(input.timeZone)),
    ...(input.endOfBusiness !== null && endOfBusiness === null
      ? [{ field: 'endOfBusiness', code: 'notATime' as const }]
      : []),
    ...(weekdays?.length === 0 ? [{ field: 'weekdays', code: 'weekdayNeeded' as const }] : []),
    ...checkHalfWeekdays(halfWeekdays ?? [], weekdays ?? []),
  ]);
  const before = toHoursView(
    context.replica.company!.branchHours.find((each) => each.branchId === unit.id),
  );
  const after = { timeZone: input.timeZone, endOfBusiness, weekdays, halfWeekdays };
  await context.db.transaction(async (tx) => {
    await tx.delete(branchHours).where(eq(branchHours.branchId, unit.id));
    if (Object.values(after).some((value) => value !== null))
      await tx.insert(branchHours).values({ branchId: unit.id, ...after });
    await recordAudit(tx, [
      {
        userId: principal.userId,
        entity: 'unit',
        entityId: unit.code,
        action: 'business hours changed',
        before,
        after: { ...after, endOfBusiness: input.endOfBusiness },
        reason: input.reason?.trim() || null,
      },
    ]);
    await announce(tx, 'units', null);
  });
  await context.replica.afterWrite({ company: true });
  return viewUnit(context, scope, principal, unit.id);
}
