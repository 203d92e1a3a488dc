import type { ContestMember } from '#core/contest/contest';
import type { Dataset } from '#core/dataset/dataset';
import { isOnRamp } from '#core/units/ramp';
import type { Unit } from '#core/units/unit';

/** By whom a contest is decided before it starts: the unit's people or teams on a day. */
export function membersByRule(
  dataset: Dataset,
  {
    unitId,
    member,
    leavesOutRamps,
  }: { unitId: number; member: ContestMember; leavesOutRamps: boolean },
): Unit[] {
  const today = dataset.calendar.periodOf('day', dataset.asOf);
  const month = dataset.calendar.periodOf('month', dataset.asOf);
  return dataset.tree
    .unitsDuring(unitId, today)
    .filter(
      ({ id, kind }) =>
        kind === member &&
        !(leavesOutRamps && isOnRamp(dataset.calendar, dataset.ramps.get(id), month)),
    );
}
