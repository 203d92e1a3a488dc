import type { Direction, Measure } from '../measure/measure';
import type { PeriodKind } from '../period/calendar';

/** What a figure is judged by: the target itself, what was due of it by now, the prior period at the same point, or the average of its peers (CALCULATIONS 8). */
export const YARDSTICKS = ['dueByNow', 'target', 'priorPeriod', 'peerAverage'] as const;
export type Yardstick = (typeof YARDSTICKS)[number];

/** How a grade is drawn: a ladder with as many rungs, a shape of its own, or its word alone. */
export const SYMBOL_SETS = ['rungs', 'shapes', 'words'] as const;
export type SymbolSet = (typeof SYMBOL_SETS)[number];

/** Colours that can be told apart, and read, in both themes. */
export const STATUS_COLORS = ['teal', 'steel', 'amber', 'rust', 'plum', 'slate'] as const;
export type StatusColor = (typeof STATUS_COLORS)[number];

/** From the upper cut on a figure is grade 3, from the lower on 2. Where less is better the upper is the smaller one. */
export interface Cuts {
  upper: number;
  lower: number;
}

/** One of each grade, 1 to 4. */
export type PerGrade<Value> = readonly [Value, Value, Value, Value];

/** One rule a measure, in one place. */
export interface StatusRule {
  yardstick: Yardstick;
  /** Percent of the yardstick, with at most one decimal. */
  cuts: Cuts;
  /** Fixed values in whole units of the measure's last decimal, each for periods of one length: there they stand in place of the percents. */
  fixed: Readonly<Partial<Record<PeriodKind, Cuts>>>;
  words: { open: PerGrade<string>; ended: PerGrade<string> };
  symbols: SymbolSet;
  colors: PerGrade<StatusColor>;
}

const COLORS: PerGrade<StatusColor> = ['rust', 'amber', 'steel', 'teal'];

/** Cuts as they are used where nobody chose others: 95 and 80 %, for limits 103 and 110 %, against peers 110 and 90 % (CALCULATIONS 8). */
export function defaultCuts(yardstick: Yardstick, direction: Direction): Cuts {
  if (yardstick === 'peerAverage') return direction === 'lower' ? { upper: 90, lower: 110 } : { upper: 110, lower: 90 };
  return direction === 'lower' ? { upper: 103, lower: 110 } : { upper: 95, lower: 80 };
}

/** Words that say what is compared: nobody may take an average for the target. */
export function defaultWords(yardstick: Yardstick, direction: Direction): StatusRule['words'] {
  const always = (words: PerGrade<string>) => ({ open: words, ended: words });
  switch (yardstick) {
    case 'peerAverage':
      return always(direction === 'lower' ? ['above average', 'around average', 'below average', 'made'] : ['below average', 'around average', 'above average', 'made']);
    case 'priorPeriod':
      return always(direction === 'lower' ? ['up on before', 'about as before', 'down on before', 'made'] : ['down on before', 'about as before', 'up on before', 'made']);
    default:
      return {
        open: ['behind', 'slipping', 'on pace', 'made'],
        ended: direction === 'lower' ? ['well over', 'over', 'near', 'made'] : ['well short', 'short', 'near', 'made'],
      };
  }
}

/** The rule of a measure for which nobody has set one. What has no elapsed share is judged by the target itself. */
export function defaultRule({ accrues, direction }: Pick<Measure, 'accrues' | 'direction'>): StatusRule {
  const yardstick = accrues ? 'dueByNow' : 'target';
  return { yardstick, cuts: defaultCuts(yardstick, direction), fixed: {}, words: defaultWords(yardstick, direction), symbols: 'rungs', colors: COLORS };
}

/** The percents of the target that a shown one must not cross. */
export function cutsOf({ yardstick, cuts }: StatusRule): number[] {
  return yardstick === 'target' || yardstick === 'dueByNow' ? [cuts.lower, cuts.upper] : [];
}

/** What is wrong with a rule, and at which part of it. */
export interface RuleFault {
  field: string;
  fault: 'cutsCrossed' | 'notPositive' | 'emptyWord' | 'sameWord' | 'sameColor' | 'longWord';
}

const LONGEST_WORD = 24;

/** Everything that keeps a rule from being used; none: it can be. */
export function findRuleFaults(rule: StatusRule, direction: Direction): RuleFault[] {
  const faults: RuleFault[] = [];
  const isCrossed = ({ upper, lower }: Cuts) => (direction === 'lower' ? upper >= lower : upper <= lower);
  if (rule.cuts.upper <= 0 || rule.cuts.lower <= 0) faults.push({ field: 'cuts', fault: 'notPositive' });
  else if (isCrossed(rule.cuts)) faults.push({ field: 'cuts', fault: 'cutsCrossed' });
  for (const [kind, cuts] of Object.entries(rule.fixed)) if (isCrossed(cuts)) faults.push({ field: `fixed/${kind}`, fault: 'cutsCrossed' });
  for (const phase of ['open', 'ended'] as const) {
    rule.words[phase].forEach((word, at) => {
      const field = `words/${phase}/${at}`;
      if (word.trim() === '') faults.push({ field, fault: 'emptyWord' });
      else if (word.length > LONGEST_WORD) faults.push({ field, fault: 'longWord' });
      else if (rule.words[phase].findIndex((other) => other.trim().toLowerCase() === word.trim().toLowerCase()) < at) faults.push({ field, fault: 'sameWord' });
    });
  }
  rule.colors.forEach((color, at) => {
    if (rule.colors.indexOf(color) < at) faults.push({ field: `colors/${at}`, fault: 'sameColor' });
  });
  return faults;
}
