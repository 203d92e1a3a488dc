import { describe, expect, it } from 'vitest';
import { buildPriorYear, buildStanding } from '../attainment/standing';
import { totalsIn, unassignedIn, valueIn } from '../dataset/dataset';
import { buildSampleDataset, type SampleOptions } from '../dataset/sampleDataset';
import type { MeasureRecord } from '../measure/measure';
import { FIRST_DAY, parseDay } from '../period/day';

const UNITS_SOLD: MeasureRecord = {
  code: 'units_sold',
  name: 'Units sold',
  group: 'Own',
  valueKind: 'count',
  decimals: 1,
  direction: 'higher',
  definition: { kind: 'sum', of: { field: 'quantity', states: ['won'] } },
  description: '',
};

type Total = NonNullable<SampleOptions['typed']>[number];
const total = (measure: string, unitId: number, month: string, value: number): Total => ({
  measure,
  unitId,
  on: `${month}-01`,
  value,
});
const build = (typed: Total[], over: Partial<SampleOptions> = {}) =>
  buildSampleDataset({
    asOf: '2026-11-18',
    measures: [UNITS_SOLD],
    booked: [
      { salespersonId: 11, on: '2026-06-10', amount: 500 },
      { salespersonId: 11, on: '2026-06-10', part: 'won', amount: 2 },
      { salespersonId: 11, on: '2026-06-10', part: 'lost', amount: 2 },
    ],
    typed,
    ...over,
  });
const valueOf = (
  typed: Total[],
  measure: string,
  period: string,
  { unit = 1, over = {} }: { unit?: number; over?: Partial<SampleOptions> } = {},
) => {
  const dataset = build(typed, over);
  return valueIn(dataset, unit, measure, dataset.calendar.parse(period)!);
};

describe('totals from before', () => {
  const may = [total('revenue', 11, '2026-05', 900), total('revenue', 13, '2026-05', 100)];

  it('count in whole months, for the unit and all above it', () => {
    expect(valueOf(may, 'revenue', 'FY2027-P02')).toBe(1_000);
    expect(valueOf(may, 'revenue', 'FY2027-P02', { unit: 3 })).toBe(900);
    expect(valueOf(may, 'revenue', 'FY2027-Q1')).toBe(1_500);
    expect(valueOf(may, 'revenue', 'FY2027-P03')).toBe(500);
    expect(valueOf(may, 'revenue', 'FY2027-P02', { unit: 12 })).toBe(0);
  });

  it('of a unit leave what those below had of it unknown', () => {
    const deck = [total('revenue', 3, '2026-05', 900)];
    expect(valueOf(deck, 'revenue', 'FY2027-P02')).toBe(900);
    expect(valueOf(deck, 'revenue', 'FY2027-P02', { unit: 11 })).toBeNull();
    expect(valueOf(deck, 'revenue', 'FY2027', { unit: 11 })).toBeNull();
    expect(valueOf(deck, 'revenue', 'FY2027-P02', { unit: 13 })).toBe(0);
    expect(valueOf(deck, 'revenue', 'FY2027-P03', { unit: 11 })).toBe(500);
    expect(valueOf(deck, 'deals_won', 'FY2027-P02', { unit: 11 })).toBe(0);
  });

  it('have no days: a part of the month is not known, nor a day of it', () => {
    expect(valueOf(may, 'revenue', '2026-05-01..2026-05-20')).toBeNull();
    expect(valueOf(may, 'revenue', '2026-05-12')).toBeNull();
    expect(valueOf(may, 'revenue', '2026-05-12', { unit: 12 })).toBe(0);
    expect(valueOf(may, 'deals_won', '2026-05-12')).toBe(0);
  });

  it('make ratios from both sums, and none where only one of them is given', () => {
    const both = [
      ...may,
      total('deals_won', 11, '2026-05', 8),
      total('deals_won', 13, '2026-05', 2),
    ];
    expect(valueOf(both, 'average_deal', 'FY2027-P02')).toBe(100);
    // 1,500 over 12 deals: recomputed from both sums, never averaged.
    expect(valueOf(both, 'average_deal', 'FY2027-Q1')).toBe(125);
    expect(valueOf(may, 'average_deal', 'FY2027-P02')).toBeNull();
    expect(valueOf(may, 'average_deal', 'FY2027-Q1')).toBeNull();
    expect(valueOf(both, 'win_rate', 'FY2027-Q1')).toBeNull();
    expect(valueOf(may, 'win_rate', 'FY2027-Q1')).toBe(500);
    expect(valueOf(both, 'average_deal', 'FY2027-P03')).toBe(250);
  });

  it('make a margin of profit and revenue, and none of profit alone', () => {
    const profit = total('gross_profit', 11, '2026-05', 270);
    expect(valueOf([profit], 'gross_profit', 'FY2027-P02')).toBe(270);
    expect(valueOf([profit], 'gross_margin', 'FY2027-P02')).toBeNull();
    expect(valueOf([profit], 'cost_to_revenue', 'FY2027-P02')).toBeNull();
    expect(valueOf([profit, may[0]!], 'gross_margin', 'FY2027-P02')).toBe(300);
    expect(valueOf([profit, may[0]!], 'cost_to_revenue', 'FY2027-P02')).toBe(700);
  });

  it('are in the measure’s own unit', () => {
    expect(valueOf([total('units_sold', 11, '2026-05', 125)], 'units_sold', 'FY2027-P02')).toBe(
      125,
    );
  });

  it('leave what is counted apart unknown', () => {
    const customers: MeasureRecord = {
      ...UNITS_SOLD,
      code: 'customers',
      decimals: 0,
      definition: { kind: 'distinct', of: 'customer' },
    };
    const over = {
      measures: [customers],
      won: [{ salespersonId: 11, on: '2026-06-10', customer: 4 }],
    };
    expect(valueOf(may, 'customers', 'FY2027-P03', { over })).toBe(1);
    expect(valueOf(may, 'customers', 'FY2027-Q1', { over })).toBeNull();
  });

  it('follow the tree as it was that month', () => {
    const move = parseDay('2026-06-01')!;
    const memberships = [
      { unitId: 1, parentId: null, from: FIRST_DAY, to: Infinity },
      { unitId: 2, parentId: 1, from: FIRST_DAY, to: Infinity },
      { unitId: 3, parentId: 2, from: FIRST_DAY, to: Infinity },
      { unitId: 4, parentId: 2, from: FIRST_DAY, to: Infinity },
      { unitId: 11, parentId: 3, from: FIRST_DAY, to: move },
      { unitId: 11, parentId: 4, from: move, to: Infinity },
    ];
    const over = { memberships };
    expect(valueOf([may[0]!], 'revenue', 'FY2027-P02', { unit: 3, over })).toBe(900);
    expect(valueOf([may[0]!], 'revenue', 'FY2027-P02', { unit: 4, over })).toBe(0);
  });

  it('are said: which months, how much, and where a figure is not known for them', () => {
    const dataset = build(may);
    const in_ = (period: string, measure = 'revenue', unit = 1) =>
      totalsIn(dataset, unit, measure, dataset.calendar.parse(period)!);
    expect(in_('FY2027')).toMatchObject({ value: 1_000, isUnknown: false });
    expect(in_('FY2027')!.months).toHaveLength(1);
    expect(in_('2026-05-01..2026-05-20')).toMatchObject({ value: null, isUnknown: true });
    expect(in_('FY2027', 'average_deal')).toMatchObject({ isUnknown: true });
    expect(in_('FY2027', 'revenue', 12)).toBeNull();
    expect(in_('FY2027-P03')).toBeNull();
  });

  it('are no unassigned deals', () => {
    const dataset = build(may);
    expect(unassignedIn(dataset, 'revenue', dataset.calendar.parse('FY2027')!)).toBe(0);
  });

  it('are compared with whole, and not at the same point of a running month', () => {
    const dataset = build([
      total('revenue', 11, '2025-11', 700),
      total('revenue', 11, '2025-06', 250),
    ]);
    const standing = (period: string) =>
      buildStanding(dataset, 1, dataset.calendar.parse(period)!, 'revenue');
    expect(buildPriorYear(dataset, standing('FY2027-P08'))).toMatchObject({
      toDate: null,
      total: 700,
      difference: null,
    });
    expect(buildPriorYear(dataset, standing('FY2027-P03'))).toMatchObject({
      toDate: 250,
      difference: 250,
      share: 1,
    });
  });

  it('change with the book', () => {
    const dataset = build(may);
    const year = dataset.calendar.parse('FY2027')!;
    expect(valueIn(dataset, 1, 'revenue', year)).toBe(1_500);
    dataset.activities.put('revenue', 11, parseDay('2026-05-01')!, 400);
    expect(valueIn(dataset, 1, 'revenue', year)).toBe(1_000);
    dataset.activities.put('revenue', 11, parseDay('2026-05-01')!, null);
    dataset.activities.put('revenue', 13, parseDay('2026-05-01')!, null);
    expect(valueIn(dataset, 1, 'revenue', year)).toBe(500);
    expect(totalsIn(dataset, 1, 'revenue', year)).toBeNull();
  });
});
