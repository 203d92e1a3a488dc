import type { UnitDetail } from '#contract/schemas/unit';
import { toIsoDay } from '#core/period/day';
import type { Ramp } from '#core/units/ramp';

/** A ramp as it is shown: percent by month. */
export function toRampView(ramp: Ramp | undefined): UnitDetail['ramp'] {
  return ramp
    ? { from: toIsoDay(ramp.from), shares: ramp.shares.map((share) => share / 100) }
    : null;
}
