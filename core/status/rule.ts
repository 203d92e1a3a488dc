import type { Measure } from '../measure/measure';

/** What a figure is judged by: the target itself, or for an open period what was due by now (CALCULATIONS 8). */
export type Yardstick = 'dueByNow' | 'target';

/** One rule a measure, in one place. Cuts are whole percent of the yardstick. */
export interface StatusRule {
  yardstick: Yardstick;
  upperCut: number;
  lowerCut: number;
}

/** Default cuts 95 % and 80 % of what was due (CALCULATIONS 8). */
export const DEFAULT_RULE: StatusRule = { yardstick: 'dueByNow', upperCut: 95, lowerCut: 80 };

/** Default cuts where less is better: 103 % and 110 % (CALCULATIONS 8). What has no elapsed share is judged by the target itself. */
export const LOWER_RULE: StatusRule = { yardstick: 'target', upperCut: 103, lowerCut: 110 };

/** The rule of a measure. */
export function ruleOf({ accrues, direction }: Pick<Measure, 'accrues' | 'direction'>): StatusRule {
  if (direction === 'lower') return LOWER_RULE;
  return accrues ? DEFAULT_RULE : { ...DEFAULT_RULE, yardstick: 'target' };
}
