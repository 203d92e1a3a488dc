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

/**
 * Gives a branch a time zone and an end of business of its own, or the company's again. @throws
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
  assertNoFieldErrors([
    ...(unit.kind === 'branch' ? [] : [{ field: 'unit', code: 'notABranch' as const }]),
    ...(input.timeZone === null ? [] : checkTimeZone(input.timeZone)),
    ...(input.endOfBusiness !== null && endOfBusiness === null
      ? [{ field: 'endOfBusiness', code: 'notATime' as const }]
      : []),
  ]);
  const before = toHoursView(
    context.replica.company!.branchHours.find((each) => each.branchId === unit.id),
  );
  const after = { timeZone: input.timeZone, endOfBusiness };
  await context.db.transaction(async (tx) => {
    await tx.delete(branchHours).where(eq(branchHours.branchId, unit.id));
    if (after.timeZone !== null || after.endOfBusiness !== null)
      await tx.insert(branchHours).values({ branchId: unit.id, ...after });
    await recordAudit(tx, [
      {
        userId: principal.userId,
        entity: 'unit',
        entityId: unit.code,
        action: 'business hours changed',
        before,
        after: { timeZone: input.timeZone, endOfBusiness: input.endOfBusiness },
        reason: input.reason?.trim() || null,
      },
    ]);
    await announce(tx, 'units', null);
  });
  await context.replica.afterWrite({ company: true });
  return viewUnit(context, scope, principal, unit.id);
}
