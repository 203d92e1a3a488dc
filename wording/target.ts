import type { TargetView } from '#contract/schemas/attainment';

/** Which target applies and why, in words. */
export function describeTarget(target: TargetView, period: string): string {
  switch (target.targetSource) {
    case 'set':
      return `A target is set for exactly ${period}.`;
    case 'sumOfPeriods':
      return `The sum of the targets of ${target.partCount} shorter periods.`;
    case 'allocatedFromPeriod':
      return `A share, by working days, of the target of ${target.allocatedFrom}.`;
    case 'sumOfUnits':
      return `The sum of the targets of ${target.partCount} units directly below.`;
    case 'inherited':
      return target.inheritedFromUnit
        ? `The target of ${target.inheritedFromUnit} is everybody's below: a ratio's target is not divided.`
        : `The target of ${target.allocatedFrom} is also that of its parts: a ratio's target is not divided.`;
    case 'none':
      return 'No target is set here, for a longer or shorter period, or below.';
  }
}
