import { describe, expect, it } from 'vitest';
import {
  always,
  buildSampleDataset,
  SAMPLE_MEMBERSHIPS,
  type SampleOptions,
} from '../dataset/sampleDataset';
import { parseDay } from '../period/day';
import { FEWEST_PEERS_TOLD, peerAverageOf, toldAverage } from './peers';

const day = (text: string) => parseDay(text)!;
const booked = (amount: number, salespersonId: number, on = '2026-11-02') => ({
  amount,
  salespersonId,
  on,
});
const averageOf = (unitId: number, options: Partial<SampleOptions>, measure = 'revenue') => {
  const dataset = buildSampleDataset({ asOf: '2026-11-18', ...options });
  return peerAverageOf(dataset, unitId, dataset.calendar.parse('FY2027-P08')!, measure);
};

describe('the average of peers', () => {
  it('is of those of the same level under the same parent, oneself among them', () => {
    // Deck has Ilse and Tomas; Mina is of another team.
    const sums = [booked(100, 11), booked(300, 12), booked(9_000, 13)];
    expect(averageOf(11, { booked: sums })).toEqual({ average: 200, count: 2 });
    expect(averageOf(3, { booked: sums })).toEqual({ average: 4_700, count: 2 });
  });

  it('is none for whoever stands alone, or is not there', () => {
    expect(averageOf(13, { booked: [booked(100, 13)] })).toBeNull();
    expect(averageOf(2, { booked: [booked(100, 13)] })).toBeNull();
    expect(averageOf(1, { booked: [booked(100, 13)] })).toBeNull();
    expect(averageOf(99, {})).toBeNull();
  });

  it('leaves out who has no figure', () => {
    const memberships = [
      ...SAMPLE_MEMBERSHIPS.filter(({ unitId }) => unitId !== 13),
      always(13, 3),
    ];
    // Who has no cost has no margin; who has sold nothing has sold nothing.
    const withCost = (salespersonId: number, cost: number) => [
      booked(100, salespersonId),
      { ...booked(100, salespersonId), part: 'costed' as const },
      { ...booked(cost, salespersonId), part: 'cost' as const },
    ];
    const sums = [...withCost(11, 60), ...withCost(12, 80), booked(100, 13)];
    const margin = averageOf(11, { memberships, booked: sums }, 'gross_margin');
    const one = averageOf(11, { memberships, booked: withCost(11, 60) }, 'gross_margin');
    expect([margin?.count, one]).toEqual([2, null]);
    // 40 and 20 percent.
    expect(margin!.average).toBeCloseTo(300, 6);
    expect(averageOf(11, { booked: [booked(100, 11)] })).toEqual({ average: 50, count: 2 });
  });

  it('is of other levels under the same parent never', () => {
    const memberships = [
      ...SAMPLE_MEMBERSHIPS.filter(({ unitId }) => unitId !== 13),
      always(13, 2),
    ];
    expect(averageOf(13, { memberships, booked: [booked(100, 13)] })).toBeNull();
  });

  it('is for who left the one of the days they were there', () => {
    const memberships = [
      ...SAMPLE_MEMBERSHIPS.filter(({ unitId }) => unitId !== 12),
      { ...always(12, 3), to: day('2026-11-10') },
      { ...always(12, 4), from: day('2026-11-30') },
    ];
    const sums = [booked(100, 11), booked(300, 12)];
    // On the 18th he is in no team; on the 9th he was still with Ilse.
    expect(averageOf(12, { memberships, booked: sums })).toEqual({ average: 200, count: 2 });
    // What is past the business date says nothing yet.
    expect(averageOf(12, { memberships, booked: sums, asOf: '2026-12-31' })?.average).toBe(150);
  });

  it('is of the whole company, whatever its reader may see', () => {
    const whole = buildSampleDataset({
      asOf: '2026-11-18',
      booked: [booked(100, 11), booked(300, 12)],
    });
    const own = buildSampleDataset({ asOf: '2026-11-18', booked: [booked(100, 11)] });
    const month = whole.calendar.parse('FY2027-P08')!;
    expect(peerAverageOf({ ...own, whole }, 11, month, 'revenue')?.average).toBe(200);
    expect(peerAverageOf(own, 11, month, 'revenue')?.average).toBe(50);
  });

  it('is told of five and more, to three digits', () => {
    expect(FEWEST_PEERS_TOLD).toBe(5);
    expect(toldAverage(1_234_567, 4)).toBeNull();
    expect(toldAverage(1_234_567, 5)).toBe(1_230_000);
    expect(toldAverage(0.98765, 5)).toBe(0.988);
    expect(toldAverage(0, 5)).toBe(0);
  });
});
