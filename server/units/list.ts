import type { UnitDetail } from '#contract/schemas/unit';
import { END_OF_TIME, FIRST_DAY, toIsoDay } from '#core/period/day';
import type { Principal, Scope } from '../access/index';
import { toUnitSummary } from '../attainment/index';
import type { Context } from '../context';
import type { BranchHours } from '../ledger/businessHours';
import { toHoursView } from './hoursView';
import { toRampView } from './rampView';

/** Every unit the reader may see, with its place today, or its last one. */
export function listUnits({ dataset }: Scope, branchHours: readonly BranchHours[]): UnitDetail[] {
  const { tree, asOf } = dataset;
  return tree.units.map((unit) => {
    const places = tree.membershipsOf(unit.id);
    const now = places.find((place) => asOf >= place.from && asOf < place.to);
    const shown = now ?? places.at(-1);
    const parent = shown?.parentId == null ? null : tree.find(shown.parentId);
    return {
      unit: toUnitSummary(unit),
      ramp: toRampView(dataset.ramps.get(unit.id)),
      businessHours: toHoursView(branchHours.find((each) => each.branchId === unit.id)),
      parent: parent ? toUnitSummary(parent) : null,
      isActive: now !== undefined,
      from: !shown || shown.from === FIRST_DAY ? null : toIsoDay(shown.from),
      lastDay: !shown || shown.to === END_OF_TIME ? null : toIsoDay(shown.to - 1),
    };
  });
}

/** One of them, as it is after a change. */
export function viewUnit(
  { replica }: Context,
  scope: Scope,
  principal: Principal,
  unitId: number,
): UnitDetail {
  const dataset = replica.datasetFor(principal.unitId);
  return listUnits({ ...scope, dataset }, replica.company!.branchHours).find(
    (each) => each.unit.id === unitId,
  )!;
}
