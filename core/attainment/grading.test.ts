import { describe, expect, it } from 'vitest';
import { buildSampleDataset, type SampleOptions } from '../dataset/sampleDataset';
import { parseDay } from '../period/day';
import { defaultRule, type StatusRule } from '../status/rule';
import { explainGrade } from './grading';
import { buildStanding } from './standing';

const [OCTOBER, NOVEMBER] = ['FY2027-P07', 'FY2027-P08'];

/** Of 21 working days 13 have gone: 13,000 of 21,000 are due. */
const usual: SampleOptions = {
  asOf: '2026-11-18',
  targets: [OCTOBER, NOVEMBER].map((periodId) => ({ unitId: 11, periodId, target: 21_000 })),
};

function gradingOf(
  actual: number,
  {
    period = NOVEMBER,
    measure = 'revenue',
    rule,
    over = {},
  }: {
    period?: string;
    measure?: string;
    rule?: Partial<StatusRule>;
    over?: Partial<SampleOptions>;
  } = {},
) {
  const on = period === NOVEMBER ? '2026-11-03' : '2026-10-06';
  const options: SampleOptions = {
    ...usual,
    booked: [{ salespersonId: 11, amount: actual, on }],
    ...over,
  };
  const plain = buildSampleDataset(options);
  const dataset = rule
    ? buildSampleDataset({
        ...options,
        rules: [
          {
            measure,
            from: parseDay('2026-04-01')!,
            rule: { ...defaultRule(plain.measures.get(measure)), ...rule },
          },
        ],
      })
    : plain;
  const standing = buildStanding(dataset, 11, dataset.calendar.parse(period)!, measure);
  return explainGrade(dataset, standing);
}

describe('the way to the next grade', () => {
  it.each([
    [9_000, { grade: 2, label: 'slipping', at: 10_400, distance: 1_400 }],
    [10_399, { grade: 2, label: 'slipping', at: 10_400, distance: 1 }],
    [10_400, { grade: 3, label: 'on pace', at: 12_350, distance: 1_950 }],
    [12_350, { grade: 4, label: 'made', at: 21_000, distance: 8_650 }],
  ])('from %d, while 13,000 of 21,000 are due', (actual, next) => {
    const grading = gradingOf(actual);
    expect(grading.next).toMatchObject({ grade: next.grade, label: next.label, isAtEnd: false });
    expect(grading.next!.at).toBeCloseTo(next.at, 6);
    expect(grading.next!.distance).toBeCloseTo(next.distance, 6);
    expect(grading.thresholds!.upper).toBeCloseTo(12_350, 6);
    expect(grading.thresholds!.lower).toBeCloseTo(10_400, 6);
    expect(grading).toMatchObject({
      achievedAt: 21_000,
      effectiveFrom: null,
      isAbsolute: false,
      peers: null,
    });
  });

  it('ends where the best is reached', () => expect(gradingOf(21_000).next).toBeNull());

  it('has the words of what has ended', () => {
    expect(gradingOf(10_000, { period: OCTOBER }).next).toEqual({
      grade: 2,
      label: 'short',
      at: 16_800,
      distance: 6_800,
      isAtEnd: false,
    });
    expect(gradingOf(17_000, { period: OCTOBER }).next!.label).toBe('near');
    expect(gradingOf(20_000, { period: OCTOBER }).next!.label).toBe('made');
  });

  it('is nowhere without a target', () =>
    expect(gradingOf(9_000, { over: { targets: [] } })).toMatchObject({
      thresholds: null,
      achievedAt: null,
      next: null,
    }));
});

describe('what is judged otherwise', () => {
  /** Of 10,000 of deals with a cost so much is cost. */
  const costs = (cost: number, measure: string, target: number) => ({
    booked: [
      { salespersonId: 11, amount: cost, on: '2026-11-03', part: 'cost' as const },
      { salespersonId: 11, amount: 10_000, on: '2026-11-03', part: 'costed' as const },
    ],
    targets: [{ unitId: 11, periodId: NOVEMBER, target, measure }],
  });

  it('a ratio is made only once its month has ended: it can still turn', () => {
    const grading = gradingOf(0, {
      measure: 'gross_margin',
      over: costs(7_100, 'gross_margin', 300),
    });
    expect(grading.next).toMatchObject({ grade: 4, at: 300, isAtEnd: true });
    expect(grading.next!.distance).toBeCloseTo(10, 6);
    expect(
      gradingOf(0, { measure: 'gross_margin', over: costs(8_000, 'gross_margin', 300) }).next,
    ).toMatchObject({
      grade: 2,
      at: 240,
      isAtEnd: false,
    });
  });

  it('where lower is better the distance is what must go', () => {
    const { next, thresholds } = gradingOf(0, {
      measure: 'cost_to_revenue',
      over: costs(7_700, 'cost_to_revenue', 600),
    });
    expect(thresholds).toEqual({ upper: 618, lower: 660 });
    expect(next).toMatchObject({ grade: 2, at: 660 });
    expect(next!.distance).toBeCloseTo(110, 6);
  });

  it('by fixed values, of which so much is due as of a target', () => {
    const grading = gradingOf(9_000, {
      rule: { absoluteThresholds: { month: { upper: 15_000, lower: 10_000 } } },
    });
    expect(grading).toMatchObject({
      isAbsolute: true,
      effectiveFrom: parseDay('2026-04-01'),
      next: { grade: 3, label: 'on pace' },
    });
    // Of what the month asks for, 13 of 21 days.
    expect(grading.thresholds!.upper).toBeCloseTo((15_000 * 13) / 21, 6);
    expect(grading.thresholds!.lower).toBeCloseTo((10_000 * 13) / 21, 6);
    expect(grading.next!.at).toBeCloseTo((15_000 * 13) / 21, 6);
  });

  it('against the period before, with two grades or three', () => {
    const before = {
      booked: [
        { salespersonId: 11, amount: 9_000, on: '2026-11-03' },
        { salespersonId: 11, amount: 10_000, on: '2026-10-05' },
        { salespersonId: 11, amount: 40_000, on: '2026-10-28' },
      ],
    };
    const three = gradingOf(0, { rule: { benchmark: 'priorPeriod' }, over: before });
    expect(three.thresholds).toEqual({ upper: 9_500, lower: 8_000 });
    expect(three.next).toMatchObject({ grade: 3, at: 9_500, distance: 500 });
    const two = gradingOf(0, {
      rule: {
        benchmark: 'priorPeriod',
        isTwoGrade: true,
        thresholds: { upper: 100, lower: 100 },
      },
      over: before,
    });
    expect(two.next).toMatchObject({ grade: 3, at: 10_000, distance: 1_000 });
    expect(two.achievedAt).toBeNull();
  });

  it('against the same period last year', () => {
    const { thresholds } = gradingOf(0, {
      rule: { benchmark: 'priorYear' },
      over: {
        booked: [
          { salespersonId: 11, amount: 9_000, on: '2026-11-03' },
          { salespersonId: 11, amount: 20_000, on: '2025-11-04' },
        ],
      },
    });
    expect(thresholds).toEqual({ upper: 19_000, lower: 16_000 });
  });

  it('against the average of too few peers, which is not told', () => {
    const grading = gradingOf(0, {
      rule: { benchmark: 'peerAverage', thresholds: { upper: 110, lower: 90 } },
      over: {
        booked: [
          { salespersonId: 11, amount: 1_000, on: '2026-11-03' },
          { salespersonId: 12, amount: 9_000, on: '2026-11-03' },
        ],
      },
    });
    expect(grading).toMatchObject({ achievedAt: null, thresholds: null, next: null });
    expect(grading.peers).toBeGreaterThan(0);
  });
});
