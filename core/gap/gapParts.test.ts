import { describe, expect, it } from 'vitest';
import { buildSampleDataset, SAMPLE_UNITS } from '../dataset/sampleDataset';
import { byAttainment, partsOfGap } from './gapParts';

const NOVEMBER = 'FY2027-P08';
/** 13 of 21 working days are over: of 2,100 are 1,300 due. */
const gapOf = (
  unitId: number,
  targets: [number, number][],
  booked: [number, number][],
  measure = 'revenue',
) => {
  const dataset = buildSampleDataset({
    asOf: '2026-11-18',
    targets: targets.map(([unit, target]) => ({ unitId: unit, periodId: NOVEMBER, target })),
    booked: booked.map(([salespersonId, amount]) => ({
      salespersonId,
      amount,
      on: '2026-11-02',
    })),
  });
  const month = dataset.calendar.parse(NOVEMBER)!;
  return { dataset, ...partsOfGap(dataset, unitId, month, measure) };
};

describe('who is behind, and by how much', () => {
  it('is told of all salespeople below, the furthest behind first, and adds up', () => {
    const { aheadOfPace, parts, rest } = gapOf(
      2,
      [
        [11, 2_100],
        [12, 2_100],
        [13, 2_100],
      ],
      [
        [11, 1_500],
        [12, 300],
        [13, 1_300],
      ],
    );
    expect(parts.map(({ unitId, aheadOfPace: ahead }) => [unitId, ahead])).toEqual([
      [12, -1_000],
      [13, 0],
      [11, 200],
    ]);
    expect([aheadOfPace, rest]).toEqual([-800, 0]);
    expect(parts[0]).toMatchObject({ attainment: 300 / 2_100, status: { grade: 1 } });
  });

  it('leaves what nobody below has: an unallocated target, and deals of who has none', () => {
    const { parts, rest, aheadOfPace } = gapOf(
      2,
      [
        [2, 4_200],
        [11, 2_100],
      ],
      [
        [11, 1_300],
        [13, 50],
      ],
    );
    // Of 4,200 are 2,600 due; 1,350 came.
    expect(aheadOfPace).toBe(-1_250);
    expect(parts.map(({ unitId, aheadOfPace: ahead }) => [unitId, ahead])).toEqual([
      [11, 0],
      [12, null],
      [13, null],
    ]);
    expect(rest).toBe(-1_250);
  });

  it('of a salesperson has no parts, and is all rest', () => {
    const { parts, rest, aheadOfPace } = gapOf(11, [[11, 2_100]], [[11, 1_000]]);
    expect([parts, rest, aheadOfPace]).toEqual([[], -300, -300]);
  });

  it('is nothing where nothing is due', () => {
    expect(gapOf(2, [], [[11, 5]])).toMatchObject({ aheadOfPace: null, rest: 0 });
  });

  it('stands by attainment, then by name, without one last', () => {
    const { dataset, parts } = gapOf(
      2,
      [
        [11, 100],
        [12, 100],
      ],
      [
        [11, 50],
        [12, 50],
        [13, 50],
      ],
    );
    const names = (measure: string) =>
      byAttainment(dataset, parts, measure).map(
        ({ unitId }) => SAMPLE_UNITS.find(({ id }) => id === unitId)!.name,
      );
    expect(names('revenue')).toEqual(['Ilse', 'Tomas', 'Mina']);
    const uneven = parts.map((part) => (part.unitId === 12 ? { ...part, attainment: 0.7 } : part));
    const first = (measure: string) => byAttainment(dataset, uneven, measure)[0]!.unitId;
    expect(first('revenue')).toBe(12);
    // Of days to close, less is better.
    expect(first('days_to_close')).toBe(11);
    expect(byAttainment(dataset, uneven, 'days_to_close').at(-1)!.unitId).toBe(13);
  });
});
