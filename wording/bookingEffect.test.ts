import { describe, expect, it } from 'vitest';
import { buildSampleDataset } from '#core/dataset/sampleDataset';
import { parseDay } from '#core/period/day';
import { placeOf } from '#core/ranking/standingOfOne';
import { describeEffect } from './bookingEffect';

const TARGETS = [11, 12].map((unitId) => ({ unitId, periodId: 'FY2027-P08', target: 10_000 }));
const booksWith = (ilse: number, tomas: number, targets = TARGETS) =>
  buildSampleDataset({
    asOf: '2026-11-18',
    targets,
    booked: [
      { salespersonId: 11, on: '2026-11-03', amount: ilse },
      { salespersonId: 12, on: '2026-11-03', amount: tomas },
    ],
  });
const tell = (before: ReturnType<typeof booksWith>, after: ReturnType<typeof booksWith>) => {
  const november = after.calendar.periodOf('month', parseDay('2026-11-18')!);
  return describeEffect(
    after,
    11,
    november,
    placeOf(before, 11, november),
    placeOf(after, 11, november)!,
  );
};

describe('what a booking did', () => {
  it('is said with percent and place, and where both were before', () => {
    expect(tell(booksWith(4_000, 5_000), booksWith(6_000, 5_000))).toBe(
      'Ilse is at 60% of target in November 2026, up from 40%, now first of 2.',
    );
    expect(tell(booksWith(6_000, 5_000), booksWith(5_500, 5_000))).toBe(
      'Ilse is at 55% of target in November 2026, down from 60%, still first of 2.',
    );
  });

  it('shares a place in a tie, and never rounds up to made', () => {
    expect(tell(booksWith(5_000, 9_960), booksWith(9_960, 9_960))).toBe(
      'Ilse is at 99.6% of target in November 2026, up from 50%, now first of 2.',
    );
  });

  it('says nothing of a place where nobody else is ranked, and nothing at all without a target', () => {
    expect(tell(booksWith(4_000, 0, [TARGETS[0]!]), booksWith(5_000, 0, [TARGETS[0]!]))).toBe(
      'Ilse is at 50% of target in November 2026, up from 40%.',
    );
    const dataset = booksWith(1, 1, []);
    expect(placeOf(dataset, 11, dataset.calendar.periodOf('month', dataset.asOf))).toBeNull();
  });
});
