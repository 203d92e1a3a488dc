import { MEASURE_CODES, type MeasureCode } from '../measure/measure';

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

export type StatusRules = Readonly<Record<MeasureCode, StatusRule>>;

export const DEFAULT_RULES = Object.fromEntries(MEASURE_CODES.map((code) => [code, DEFAULT_RULE])) as unknown as StatusRules;
