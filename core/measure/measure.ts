/** What the daily totals keep apart. A measure's formula names the parts it needs. */
export const PARTS = ['revenue', 'won'] as const;
export type Part = (typeof PARTS)[number];

export interface Measure {
  code: string;
  name: string;
  /** The noun of a sentence: "€480k November target", "12 deals". */
  unit: 'money' | 'count';
  direction: 'higher' | 'lower';
  /** Both kinds add up over periods and units; ratios and distinct counts join here with formulas of their own. */
  formula: { kind: 'sum' | 'count'; part: Part };
  description: string;
}

export const MEASURE_CODES = ['revenue', 'deals_won'] as const;
export type MeasureCode = (typeof MEASURE_CODES)[number];

/** One record a measure: adding one adds an entry and a test. */
export const MEASURES: Readonly<Record<MeasureCode, Measure>> = {
  revenue: {
    code: 'revenue',
    name: 'Revenue',
    unit: 'money',
    direction: 'higher',
    formula: { kind: 'sum', part: 'revenue' },
    description: 'Credited amount of won deals on their close date, in the reporting currency. Refunds count as negative. Open and lost deals never count.',
  },
  deals_won: {
    code: 'deals_won',
    name: 'Deals won',
    unit: 'count',
    direction: 'higher',
    formula: { kind: 'count', part: 'won' },
    description: 'Number of won deals of more than zero on their close date. A split deal counts once, for the salesperson named first; a refund takes none away.',
  },
};

export function isMeasureCode(code: string): code is MeasureCode {
  return (MEASURE_CODES as readonly string[]).includes(code);
}
