import { eq } from 'drizzle-orm';
import type { RampChange, UnitDetail } from '#contract/schemas/unit';
import type { Principal, Scope } from '../access/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import { announce } from '../db/notify';
import { ramp as rampTable } from '../db/tables/index';
import { assertNoFieldErrors } from '../problem';
import { viewUnit } from './list';
import { toRampView } from './rampView';

/**
 * Sets or takes away what part of the full target is asked of a newcomer. @throws ProblemError
 * unknownUnit, invalidInput
 */
export async function changeRamp(
  context: Context,
  scope: Scope,
  principal: Principal,
  code: string,
  input: RampChange,
): Promise<UnitDetail> {
  const unit = scope.findUnit(code);
  if (unit.kind !== 'salesperson') assertNoFieldErrors([{ field: 'ramp', code: 'notANewcomer' }]);
  const { ramp } = input;
  const before = toRampView(context.replica.company!.ramps.get(unit.id));
  await context.db.transaction(async (tx) => {
    await tx.delete(rampTable).where(eq(rampTable.unitId, unit.id));
    if (ramp)
      await tx.insert(rampTable).values({
        unitId: unit.id,
        from: ramp.from,
        shares: ramp.shares.map((share) => Math.round(share * 100)),
      });
    await recordAudit(tx, [
      {
        userId: principal.userId,
        entity: 'unit',
        entityId: unit.code,
        action: ramp ? 'ramp set' : 'ramp taken away',
        before,
        after: ramp,
        reason: input.reason?.trim() || null,
      },
    ]);
    await announce(tx, 'units', null);
  });
  await context.replica.afterWrite({ company: true });
  return viewUnit(context, scope, principal, unit.id);
}
