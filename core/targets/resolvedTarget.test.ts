import { describe, expect, it } from 'vitest';
import { addFound, completeValue, NO_TARGET, type ResolvedTarget } from './resolvedTarget';

const found = (value: number | null, over: Partial<ResolvedTarget> = {}): ResolvedTarget => ({
  ...NO_TARGET,
  value,
  targetSource: value === null ? 'none' : 'set',
  ...over,
});
const part = (unitId: number, of: ResolvedTarget) => ({
  unitId,
  periodId: 'FY2027-P08',
  found: of,
});

describe('a sum of targets', () => {
  it('adds up what is there, with floors and stretches that all parts have', () => {
    expect(
      addFound(
        [
          part(1, found(100, { floor: 80, stretch: 120 })),
          part(2, found(50, { floor: 40, stretch: null })),
        ],
        'sumOfUnits',
      ),
    ).toEqual({
      value: 150,
      floor: 120,
      stretch: null,
      targetSource: 'sumOfUnits',
      missing: [],
      partCount: 2,
      allocatedFrom: null,
      inheritedFromUnit: null,
      isShare: false,
    });
  });

  it('names what is missing, also within its parts, and is then judged by nothing', () => {
    const deeper = [{ unitId: 9, periodId: 'FY2027-P07' }];
    const sum = addFound(
      [part(1, found(100)), part(2, found(null)), part(3, found(30, { missing: deeper }))],
      'sumOfPeriods',
    )!;
    expect(sum).toMatchObject({ value: 130, partCount: 3, floor: null });
    expect(sum.missing).toEqual([{ unitId: 2, periodId: 'FY2027-P08' }, ...deeper]);
    expect(completeValue(sum)).toBeNull();
    expect(completeValue(found(0))).toBe(0);
    expect(completeValue(NO_TARGET)).toBeNull();
  });

  it('is none where no part has any, and a target of nothing is one', () => {
    expect(addFound([part(1, found(null)), part(2, found(null))], 'sumOfUnits')).toBeNull();
    expect(addFound([], 'sumOfUnits')).toBeNull();
    expect(addFound([part(1, found(0))], 'sumOfUnits')).toMatchObject({ value: 0, missing: [] });
  });

  it('is a share where one of its parts is', () => {
    const isShare = (...of: boolean[]) =>
      addFound(
        of.map((each, at) => part(at, found(1, { isShare: each }))),
        'sumOfPeriods',
      )!.isShare;
    expect([isShare(false, false), isShare(false, true), isShare(true)]).toEqual([
      false,
      true,
      true,
    ]);
  });
});
