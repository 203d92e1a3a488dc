import type { TargetView } from '../schemas/standing';

/** Which target applies and why, in words. */
export function describeTarget(target: TargetView, period: string): string {
  switch (target.origin) {
    case 'set': return `A target is set for exactly ${period}.`;
    case 'addedOverTime': return `Added up over time from ${target.parts} shorter periods.`;
    case 'sharedOverTime': return `Shared out by working days from the target of ${target.sharedFrom}.`;
    case 'addedOverPeople': return `Added up over people: the targets of ${target.parts} units directly below.`;
    case 'sameAsWhole': return target.sameAsUnit ? `The target of ${target.sameAsUnit} is everybody's below: a ratio's target is not divided.` : `The target of ${target.sharedFrom} is also that of its parts: a ratio's target is not divided.`;
    case 'none': return 'No target is set here, for a longer or shorter period, or below.';
  }
}
