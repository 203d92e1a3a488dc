import { describe, expect, it } from 'vitest';
import { buildSampleDataset } from '../dataset/sampleDataset';
import { compareWithAllocated } from './agreement';

const NOVEMBER = 'FY2027-P08';
const target = (unitId: number, value: number, periodId = NOVEMBER) => ({
  unitId,
  periodId,
  target: value,
});
const agreementOf = (targets: ReturnType<typeof target>[], unitId = 3, periodId = NOVEMBER) => {
  const dataset = buildSampleDataset({ asOf: '2026-11-18', targets });
  return compareWithAllocated(dataset.lookup, unitId, dataset.calendar.parse(periodId)!, 'revenue');
};

describe('a target and those below it', () => {
  it('leave what is unallocated', () => {
    expect(agreementOf([target(3, 1_000), target(11, 400), target(12, 500)])).toEqual({
      own: 1_000,
      allocated: 900,
      unallocated: 100,
      overAssignedShare: null,
      missing: 0,
    });
  });

  it('agree, and nothing is over-assigned', () => {
    expect(agreementOf([target(3, 900), target(11, 400), target(12, 500)])).toMatchObject({
      unallocated: 0,
      overAssignedShare: null,
    });
  });

  it('are over-assigned by a share of the own one', () => {
    expect(agreementOf([target(3, 1_000), target(11, 550), target(12, 500)])).toMatchObject({
      unallocated: -50,
      overAssignedShare: 0.05,
    });
    expect(agreementOf([target(3, 0), target(11, 550), target(12, 500)])).toMatchObject({
      unallocated: -1_050,
      overAssignedShare: null,
    });
  });

  it('say nothing where one of the two is missing, and how many are', () => {
    expect(agreementOf([target(3, 1_000)])).toEqual({
      own: 1_000,
      allocated: null,
      unallocated: null,
      overAssignedShare: null,
      missing: 0,
    });
    // Of two below one has none.
    expect(agreementOf([target(3, 1_000), target(11, 400)])).toMatchObject({
      allocated: 400,
      unallocated: 600,
      missing: 1,
    });
    expect(agreementOf([target(11, 400), target(12, 500)])).toMatchObject({
      own: null,
      allocated: 900,
      unallocated: null,
    });
    expect(agreementOf([])).toMatchObject({ own: null, unallocated: null });
  });

  it('of a week say nothing: its month does', () => {
    const week = agreementOf([target(3, 1_000), target(11, 400), target(12, 500)], 3, '2026-W47');
    expect(week.unallocated).toBeNull();
  });
});
