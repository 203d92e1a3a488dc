import { describe, expect, it } from 'vitest';
import { buildMeasure, type MeasureRecord } from '../measure/measure';
import { valueIn } from './dataset';
import { buildSampleDataset, type SampleOptions } from './sampleDataset';

const base = {
  group: 'Own',
  decimals: 0,
  direction: 'higher' as const,
  description: '',
};
const CALLS: MeasureRecord = {
  ...base,
  code: 'calls',
  name: 'Calls',
  valueKind: 'count',
  definition: { kind: 'typed', accumulation: 'sum' },
};
const OUTSIDE_COST: MeasureRecord = {
  ...CALLS,
  code: 'outside',
  name: 'Outside',
  valueKind: 'money',
};
const ratio = (over: Partial<MeasureRecord>): MeasureRecord => ({
  ...base,
  code: 'ratio',
  name: 'Ratio',
  valueKind: 'count',
  definition: {
    kind: 'ratio',
    numerator: { measure: 'calls', valueKind: 'count' },
    denominator: { field: 'deals', states: ['won'] },
  },
  ...over,
});
const valueOf = (
  record: MeasureRecord,
  unit: number,
  period: string,
  over: Partial<SampleOptions> = {},
) => {
  const dataset = buildSampleDataset({
    asOf: '2026-11-18',
    measures: [CALLS, OUTSIDE_COST, record],
    booked: [
      { salespersonId: 11, on: '2026-11-02', amount: 80_000 },
      { salespersonId: 11, on: '2026-11-02', part: 'won', amount: 4 },
      { salespersonId: 12, on: '2026-11-03', part: 'won', amount: 1 },
      { salespersonId: 11, on: '2026-10-05', part: 'won', amount: 5 },
    ],
    typed: [
      { measure: 'calls', unitId: 11, on: '2026-11-02', value: 30 },
      { measure: 'calls', unitId: 12, on: '2026-11-04', value: 15 },
      { measure: 'outside', unitId: 3, on: '2026-11-04', value: 20_000 },
    ],
    ...over,
  });
  return valueIn(dataset, unit, record.code, dataset.calendar.parse(period)!);
};

describe('a ratio with a typed-in side', () => {
  it('divides both sums of the span, over people and days', () => {
    expect(valueOf(ratio({}), 11, 'FY2027-P08')).toBe(7.5);
    // 45 calls over 5 deals: never the mean of 7.5 and 15.
    expect(valueOf(ratio({}), 3, 'FY2027-P08')).toBe(9);
    expect(valueOf(ratio({}), 3, 'FY2027-Q3')).toBe(4.5);
    expect(valueOf(ratio({ decimals: 1 }), 3, 'FY2027-P08')).toBe(90);
  });

  it('has no figure where nothing was typed, or nothing is there to divide by', () => {
    expect(valueOf(ratio({}), 3, 'FY2027-P07')).toBeNull();
    expect(valueOf(ratio({}), 13, 'FY2027-P08')).toBeNull();
  });

  it('is a percent of two amounts, and may have both sides typed in', () => {
    const cost = ratio({
      valueKind: 'percent',
      decimals: 1,
      definition: {
        kind: 'ratio',
        numerator: { measure: 'outside', valueKind: 'money' },
        denominator: { field: 'amount', states: ['won'] },
      },
    });
    expect(valueOf(cost, 3, 'FY2027-P08')).toBe(250);
    const perCall = ratio({
      valueKind: 'money',
      definition: {
        kind: 'ratio',
        numerator: { measure: 'outside', valueKind: 'money' },
        denominator: { measure: 'calls', valueKind: 'count' },
      },
    });
    expect(valueOf(perCall, 3, 'FY2027-P08')).toBeCloseTo(444.444444444, 6);
    expect(buildMeasure(perCall).isCumulative).toBe(false);
  });

  it('has no figure where a total from before cuts the span, and one where it is whole', () => {
    const over: Partial<SampleOptions> = {
      typed: [
        { measure: 'calls', unitId: 11, on: '2026-09-02', value: 40 },
        { measure: 'deals_won', unitId: 11, on: '2026-09-01', value: 8 },
      ],
    };
    expect(valueOf(ratio({}), 11, 'FY2027-P06', over)).toBe(5);
    expect(valueOf(ratio({}), 11, '2026-09-01..2026-09-10', over)).toBeNull();
  });
});
