import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildSampleDataset, type SampleOptions } from '../dataset/sampleDataset';
import { buildPath } from '../trend/path';
import { elapsedIn } from './due';
import { buildStanding } from './standing';

const QUARTER = 'FY2027-Q3';
const MONTHS = ['FY2027-P07', 'FY2027-P08', 'FY2027-P09'];
const stand = (options: Partial<SampleOptions>, periodId = QUARTER, unitId = 11) => {
  const dataset = buildSampleDataset({ asOf: '2026-11-18', ...options });
  return {
    dataset,
    standing: buildStanding(dataset, unitId, dataset.calendar.parse(periodId)!, 'revenue'),
  };
};
const months = (targets: readonly number[], unitId = 11) =>
  targets.map((target, at) => ({ unitId, periodId: MONTHS[at]!, target }));
const booked = (amount: number, on = '2026-10-05', salespersonId = 11) => [
  { salespersonId, amount, on },
];

describe('what is due of a longer period', () => {
  it('is what is due of its months: a quarter is not on pace while its months are short', () => {
    // docs/calculations.md, 7: October 400, 13 of 21 days of November 525, nothing of December.
    const { standing } = stand({ targets: months([400, 525, 75]), booked: booked(690) });
    expect(standing.elapsed).toMatchObject({ dueBasis: 'months', workingDaysElapsed: 35 });
    expect(standing.pace.expectedToDate).toBe(725);
    expect(standing.pace.pace!.toFixed(3)).toBe('0.952');
    expect(standing.pace.runRateProjection!.toFixed(2)).toBe((690 / 0.725).toFixed(2));
    // By working days it would have been 35 of 66: 130 % of what is due.
    expect(standing.status.label).toBe('on pace');
    expect(
      stand({ targets: months([400, 525, 75]), booked: booked(688) }).standing.status.label,
    ).toBe('slipping');
  });

  it('goes by working days where months have nothing of their own', () => {
    const { standing } = stand({ targets: [{ unitId: 11, periodId: QUARTER, target: 660 }] });
    expect(standing.elapsed.dueBasis).toBe('workingDays');
    expect(standing.pace.expectedToDate).toBe(350);
  });

  it('goes by the months of the people below where a team has none', () => {
    const { standing } = stand(
      { targets: [...months([100, 21, 0]), ...months([100, 21, 0], 12)] },
      QUARTER,
      3,
    );
    expect(standing.pace.expectedToDate).toBe(226);
  });

  it('goes by working days where a month is missing, and where all are zero', () => {
    expect(
      stand({
        targets: [...months([1, 2]), { unitId: 11, periodId: 'FY2027-P10', target: 5 }],
      }).standing.elapsed.dueBasis,
    ).toBe('workingDays');
    expect(stand({ targets: months([0, 0, 0]) }).standing.elapsed.dueBasis).toBe('workingDays');
  });

  it('of a quarter set apart from its months is their share of it', () => {
    const { standing } = stand({
      targets: [...months([400, 525, 75]), { unitId: 11, periodId: QUARTER, target: 2_000 }],
    });
    expect(standing.pace.expectedToDate).toBe(1_450);
  });

  it('is the same on the path, in the pace and in the status, on any day', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 1e12 }), { minLength: 3, maxLength: 3 }),
        fc.integer({ min: 0, max: 91 }),
        (targets, after) => {
          fc.pre(targets.some((target) => target > 0));
          const day = new Date(Date.UTC(2026, 9, 1 + after)).toISOString().slice(0, 10);
          const { dataset, standing } = stand({ targets: months(targets), asOf: day });
          const quarter = dataset.calendar.parse(QUARTER)!;
          const path = buildPath(dataset, 11, quarter, 'revenue');
          const { due } = elapsedIn(dataset, 11, quarter, 'revenue');
          expect(Number.isSafeInteger(due.total) && due.gone >= 0 && due.gone <= due.total).toBe(
            true,
          );
          const sumOfMonths = MONTHS.map(
            (id) =>
              buildStanding(dataset, 11, dataset.calendar.parse(id)!, 'revenue').pace
                .expectedToDate!,
          ).reduce((sum, each) => sum + each, 0);
          const tolerance = 1e-9 * targets.reduce((sum, each) => sum + each, 1);
          expect(Math.abs(standing.pace.expectedToDate! - sumOfMonths)).toBeLessThan(tolerance);
          expect(Math.abs(path[after]!.expectedToDate! - sumOfMonths)).toBeLessThan(tolerance);
        },
      ),
    );
  });
});

describe('today', () => {
  const target = [{ unitId: 11, periodId: 'FY2027-P08', target: 2_100 }];
  it('is not due before its end of business, and its bookings count', () => {
    const early = stand(
      { targets: target, booked: booked(50, '2026-11-18'), isTodayOver: () => false },
      'FY2027-P08',
    ).standing;
    expect(early.actual).toBe(50);
    expect(early.pace.expectedToDate).toBe(1_200);
    expect(early.elapsed).toMatchObject({ workingDaysElapsed: 12, workingDaysRemaining: 9 });
    expect(early.pace.requiredDailyRate).toBe(2_050 / 9);
  });

  it('makes nobody late on the first morning of a month', () => {
    const { standing } = stand(
      { targets: target, asOf: '2026-11-02', isTodayOver: () => false },
      'FY2027-P08',
    );
    expect(standing.pace.expectedToDate).toBe(0);
    expect(standing.pace.runRateProjection).toBeNull();
    expect(standing.status.grade).toBe(3);
  });

  it('is graded as a day after its end of business, for who sells on most days', () => {
    // 60 working days up to 17 November; a deal on every second of them.
    const days = Array.from({ length: 90 }, (_, back) =>
      new Date(Date.UTC(2026, 10, 17 - back)).toISOString().slice(0, 10),
    ).filter((day) => ![0, 6].includes(new Date(day).getUTCDay()));
    const won = (every: number) =>
      days
        .filter((_, at) => at % every === 0)
        .map((on) => ({ salespersonId: 11, amount: 1, on, part: 'won' as const }));
    const state = (every: number, isOver: boolean) =>
      stand({ targets: target, booked: won(every), isTodayOver: () => isOver }, '2026-11-18')
        .standing.status.state;
    expect([state(2, true), state(2, false), state(3, true)]).toEqual([
      'below',
      'running',
      'tooFewDeals',
    ]);
  });

  it('is graded for everybody where the day has a target of its own', () => {
    const { standing } = stand(
      { targets: [{ unitId: 11, periodId: '2026-11-18', target: 100 }] },
      '2026-11-18',
    );
    expect(standing.status.state).toBe('below');
  });

  it('of a week is judged by three of four weeks with a deal', () => {
    const week = (weeks: readonly number[]) =>
      stand(
        {
          asOf: '2026-11-16',
          targets: target,
          booked: weeks.map((back) => ({
            salespersonId: 11,
            amount: 1,
            part: 'won' as const,
            on: new Date(Date.UTC(2026, 10, 11 - 7 * back)).toISOString().slice(0, 10),
          })),
        },
        '2026-W46',
      ).standing.status.state;
    expect([week([1, 2, 4]), week([1, 2])]).toEqual(['below', 'tooFewDeals']);
  });
});
