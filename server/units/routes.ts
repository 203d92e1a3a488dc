import * as unitsRoutes from '#contract/routes/units';
import type { Endpoints } from '../endpoints';
import { changeBusinessHours } from './businessHours';
import { createUnit, createUnits } from './create';
import { listUnits } from './list';
import { leaveUnit, moveUnit } from './move';
import { changeRamp } from './ramp';
import { undoUnitChange } from './undo';

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

  implement(unitsRoutes.createUnit, async ({ body, scope, principal }) =>
    createUnit(context, { scope, principal }, body),
  );
  implement(unitsRoutes.createUnits, async ({ body, scope, principal }) =>
    createUnits(context, { scope, principal }, body),
  );
}
