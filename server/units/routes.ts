import type { FieldFault } from '#contract/errors/catalogue';
import * as unitsRoutes from '#contract/routes/units';
import type { Endpoints } from '../endpoints';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { changeBusinessHours } from './businessHours';
import { checkPlace, checkUnit } from './check';
import { listUnits } from './list';
import { leaveUnit, moveUnit } from './move';
import { changeRamp } from './ramp';
import { undoUnitChange } from './undo';
import { writeUnits } from './write';

export function addUnitRoutes({ implement, context }: Endpoints): void {
  implement(unitsRoutes.listUnits, async ({ scope }) =>
    listUnits(scope, context.replica.company!.branchHours),
  );
  implement(unitsRoutes.moveUnit, async ({ params, body, scope, principal }) =>
    moveUnit(context, scope, principal, params.code, body),
  );
  implement(unitsRoutes.leaveUnit, async ({ params, body, scope, principal }) =>
    leaveUnit(context, scope, principal, params.code, body),
  );

  implement(unitsRoutes.undoUnitChange, async ({ params, scope, principal }) =>
    undoUnitChange(context, scope, principal, params.code),
  );

  implement(unitsRoutes.changeRamp, async ({ params, body, scope, principal }) =>
    changeRamp(context, scope, principal, params.code, body),
  );

  implement(unitsRoutes.changeBusinessHours, async ({ params, body, scope, principal }) =>
    changeBusinessHours(context, scope, principal, params.code, body),
  );

  implement(unitsRoutes.createUnit, async ({ body, scope, principal }) => {
    const checked = checkUnit(body);
    if (!checked.ok) assertNoFieldErrors(checked.faults);
    const { facts } = checked as Extract<typeof checked, { ok: true }>;
    const { tree } = context.replica.company!;
    const faults: FieldFault[] = [];
    if (facts.kind === 'company') faults.push({ field: 'kind', code: 'secondCompany' });
    if (tree.findByCode(facts.code)) faults.push({ field: 'unit', code: 'codeTaken' });
    const parent = facts.parent === null ? undefined : tree.findByCode(facts.parent);
    const misplaced = checkPlace(facts, parent?.kind);
    if (misplaced) faults.push(misplaced);
    assertNoFieldErrors(faults);
    if (!scope.sees(parent!.id)) throw new ProblemError('outsideUnit', { unit: facts.parent! });
    const ids = await context.db.transaction((tx) =>
      writeUnits(tx, new Map([[facts.code, [facts]]]), principal.userId, body.reason ?? null),
    );
    await context.replica.afterWrite({ company: true });
    return { id: ids.get(facts.code)!, code: facts.code, name: facts.name, kind: facts.kind };
  });
}
