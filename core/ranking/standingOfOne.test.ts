import { describe, expect, it } from 'vitest';
import { always, buildSampleDataset, SAMPLE_MEMBERSHIPS } from '../dataset/sampleDataset';
import { parseDay } from '../period/day';
import { placeOf } from './standingOfOne';

const NOVEMBER = 'FY2027-P08';
const target = (unitId: number, value: number) => ({ unitId, periodId: NOVEMBER, target: value });
const booked = (salespersonId: number, amount: number) => ({
  salespersonId,
  amount,
  on: '2026-11-02',
});
const placesIn = (options: object) => {
  const dataset = buildSampleDataset({ asOf: '2026-11-18', ...options });
  const month = dataset.calendar.parse(NOVEMBER)!;
  return [11, 12, 13].map((id) => placeOf(dataset, id, month));
};

describe('the place of one', () => {
  it('goes by attainment over all teams, not by what was sold', () => {
    expect(
      placesIn({
        booked: [booked(11, 900), booked(12, 100), booked(13, 300)],
        targets: [target(11, 1_800), target(12, 100), target(13, 1_000)],
      }),
    ).toEqual([
      { attainment: 0.5, rank: 2, of: 3 },
      { attainment: 1, rank: 1, of: 3 },
      { attainment: 0.3, rank: 3, of: 3 },
    ]);
  });

  it('is shared by equals, and the next one follows them all', () => {
    expect(
      placesIn({
        booked: [booked(11, 50), booked(12, 50), booked(13, 10)],
        targets: [target(11, 100), target(12, 100), target(13, 100)],
      }).map((place) => place?.rank),
    ).toEqual([1, 1, 3]);
  });

  it('is none without a target, and such a one is not counted', () => {
    expect(
      placesIn({ booked: [booked(11, 50)], targets: [target(11, 100), target(13, 100)] }),
    ).toEqual([{ attainment: 0.5, rank: 1, of: 2 }, null, { attainment: 0, rank: 2, of: 2 }]);
  });

  it('is among those who are there in the period', () => {
    const memberships = [
      ...SAMPLE_MEMBERSHIPS.filter(({ unitId }) => unitId !== 12),
      { ...always(12, 3), to: parseDay('2026-11-01')! },
    ];
    expect(
      placesIn({
        memberships,
        booked: [booked(11, 50), booked(12, 90)],
        targets: [target(11, 100), target(12, 100)],
      }),
    ).toEqual([{ attainment: 0.5, rank: 1, of: 1 }, null, null]);
  });
});
