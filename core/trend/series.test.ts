import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { valueIn } from '../dataset/dataset';
import { buildSampleDataset, type SampleOptions } from '../dataset/sampleDataset';
import { buildCalendar } from '../period/calendar';
import { parseDay, toIsoDay } from '../period/day';
import { defaultRule } from '../status/rule';
import { buildSeries, cutPeriod, SERIES_STEPS, stepsOf } from './series';

const calendar = buildCalendar({ kind: 'month', firstMonth: 4, yearLabel: 'ends' });
const day = (text: string) => parseDay(text)!;
const booked = (amount: number, on: string, salespersonId = 11) => ({ salespersonId, amount, on });

function seriesOf(
  options: Partial<SampleOptions>,
  periodId: string,
  step: (typeof SERIES_STEPS)[number],
  measure = 'revenue',
  unitId = 11,
) {
  const dataset = buildSampleDataset({ asOf: '2026-11-18', ...options });
  return {
    dataset,
    points: buildSeries(dataset, unitId, dataset.calendar.parse(periodId)!, measure, step),
  };
}

describe('a period cut into parts', () => {
  it('has neither gap nor overlap, whatever the step', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: day('2024-01-01'), max: day('2027-12-31') }),
        fc.integer({ min: 1, max: 400 }),
        fc.constantFrom(...SERIES_STEPS),
        (from, days, step) => {
          const period = calendar.parse(
            days === 1 ? toIsoDay(from) : `${toIsoDay(from)}..${toIsoDay(from + days - 1)}`,
          )!;
          const parts = cutPeriod(calendar, period, step);
          expect(parts[0]!.from).toBe(period.from);
          expect(parts.at(-1)!.to).toBe(period.to);
          parts.slice(1).forEach((part, index) => expect(part.from).toBe(parts[index]!.to));
          for (const part of parts)
            expect(calendar.parse(part.id)).toMatchObject({ from: part.from, to: part.to });
        },
      ),
    );
  });

  it('keeps whole weeks and months their names, and pieces their days', () => {
    expect(
      cutPeriod(calendar, calendar.parse('FY2027-P08')!, 'week').map((part) => part.id),
    ).toEqual(['2026-11-01', '2026-W45', '2026-W46', '2026-W47', '2026-W48', '2026-11-30']);
    expect(
      cutPeriod(calendar, calendar.parse('FY2027-Q3')!, 'month').map((part) => part.id),
    ).toEqual(['FY2027-P07', 'FY2027-P08', 'FY2027-P09']);
    expect(
      cutPeriod(calendar, calendar.parse('FY2027-P08')!, 'quarter').map((part) => part.id),
    ).toEqual(['FY2027-P08']);
  });

  it('is offered only in steps that give several parts, and no more than can be seen', () => {
    expect(stepsOf(calendar.parse('FY2027-P08')!)).toEqual(['day', 'week', 'month']);
    expect(stepsOf(calendar.parse('FY2027')!)).toEqual(['week', 'month', 'quarter']);
    expect(stepsOf(calendar.parse('2026-11-18')!)).toEqual([]);
  });
});

describe('a series', () => {
  it('adds up to the figure of the period, and its targets to the target', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ at: fc.nat(17), amount: fc.integer({ min: -50, max: 200 }) }), {
          maxLength: 12,
        }),
        fc.integer({ min: 1, max: 1_000 }),
        fc.constantFrom('day' as const, 'week' as const),
        (deals, target, step) => {
          const { dataset, points } = seriesOf(
            {
              booked: deals.map(({ at, amount }) =>
                booked(amount, `2026-11-${String(at + 1).padStart(2, '0')}`),
              ),
              targets: [{ unitId: 11, periodId: 'FY2027-P08', target }],
            },
            'FY2027-P08',
            step,
          );
          const whole = valueIn(dataset, 11, 'revenue', dataset.calendar.parse('FY2027-P08')!);
          expect(points.reduce((sum, point) => sum + (point.actual ?? 0), 0)).toBe(whole);
          expect(
            points.findLast((point) => point.cumulativeActual !== null)!.cumulativeActual,
          ).toBe(whole);
          expect(points.reduce((sum, point) => sum + point.target.value!, 0)).toBe(target);
          expect(points.at(-1)!.cumulativeTarget).toBe(target);
        },
      ),
    );
  });

  it('adds up last year beside it, and says how far each part is from its target', () => {
    const { points } = seriesOf(
      {
        booked: [
          booked(50, '2026-10-05'),
          booked(30, '2026-11-05'),
          booked(20, '2025-10-07'),
          booked(9, '2025-11-18'),
          booked(4, '2025-11-19'),
        ],
        targets: [{ unitId: 11, periodId: 'FY2027-P07', target: 60 }],
      },
      'FY2027-Q3',
      'month',
    );
    expect(points.map((point) => [point.priorYear, point.cumulativePriorYear, point.gap])).toEqual([
      [20, 20, -10],
      [9, 29, null],
      [null, null, null],
    ]);
    // A ratio of two months is none of its ratios added up.
    expect(
      seriesOf({}, 'FY2027-Q3', 'month', 'win_rate').points.every(
        (point) => point.cumulativePriorYear === null,
      ),
    ).toBe(true);
  });

  it('ends today: what has not begun has no figure, and no grade (GUARDS 10)', () => {
    const { points } = seriesOf(
      {
        booked: [booked(5, '2026-11-18')],
        targets: [{ unitId: 11, periodId: 'FY2027-P08', target: 2100 }],
      },
      'FY2027-P08',
      'day',
    );
    expect(points.filter((point) => point.actual !== null)).toHaveLength(18);
    expect(points[18]).toMatchObject({
      actual: null,
      cumulativeActual: null,
      priorYear: null,
      status: { state: 'notStarted' },
    });
  });

  it('gives a day on which nobody works a state of its own, never grade 1', () => {
    const { points } = seriesOf(
      { targets: [{ unitId: 11, periodId: 'FY2027-P08', target: 2100 }] },
      'FY2027-P08',
      'day',
    );
    const saturday = points.find((point) => point.period.id === '2026-11-14')!;
    expect(saturday.status).toMatchObject({ grade: 0, state: 'noWorkday' });
    // Nobody sold anything in sixty days: one more without a deal says nothing.
    expect(points.find((point) => point.period.id === '2026-11-13')!.status.state).toBe(
      'tooFewDeals',
    );
  });

  it('recounts what does not add up', () => {
    const { points } = seriesOf(
      {
        booked: [],
        won: [
          { salespersonId: 11, on: '2026-10-05', customer: 1 },
          { salespersonId: 11, on: '2026-11-05', customer: 1 },
        ],
        measures: [
          {
            code: 'buyers',
            name: 'Buyers',
            group: 'own',
            unit: 'count',
            decimals: 0,
            direction: 'higher',
            definition: { kind: 'distinct', of: 'customer' },
            description: '',
          },
        ] as never,
      },
      'FY2027-Q3',
      'month',
      'buyers',
    );
    expect(points.map((point) => [point.actual, point.cumulativeActual])).toEqual([
      [1, 1],
      [1, 1],
      [null, null],
    ]);
  });

  it('is marked where another rule began', () => {
    const rule = defaultRule({ direction: 'higher', isCumulative: true });
    const { points } = seriesOf(
      {
        rules: [
          { measure: 'revenue', from: day('2026-09-10'), rule },
          { measure: 'revenue', from: day('2026-11-01'), rule },
        ],
      },
      'FY2027',
      'month',
    );
    expect(
      points.flatMap((point) => point.ruleChanges.map((each) => [point.period.id, toIsoDay(each)])),
    ).toEqual([
      ['FY2027-P06', '2026-09-10'],
      ['FY2027-P08', '2026-11-01'],
    ]);
  });
});
